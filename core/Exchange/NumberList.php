<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\ExtensionKind;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Voice\NumberClashes;

/** A list of numbers, looked at row by row: what is new, what changes, what would give a unit another number, what cannot be. */
final class NumberList
{
    /** Headings by what they mean, in small letters. */
    private const HEADS = [
        'number' => ['number', 'extension', 'ext', 'nummer', 'nebenstelle', 'numéro', 'poste', 'número', 'extensión'],
        'name' => ['name', 'label', 'nom', 'nombre', 'bezeichnung'],
        'kind' => ['kind', 'type', 'what answers', 'art', 'typ', 'tipo'],
        'unit' => ['unit', 'device', 'phone', 'rings', 'mac', 'gerät', 'telefon', 'appareil', 'dispositivo', 'teléfono'],
        'server' => ['server', 'phone system', 'registers at', 'anlage', 'telefonanlage', 'serveur', 'centralita'],
        'user' => ['user', 'person', 'benutzer', 'utilisateur', 'usuario'],
        'mail' => ['mail', 'e-mail', 'email', 'correo', 'courriel'],
        'mailbox' => ['mailbox', 'voicemail', 'anrufbeantworter', 'messagerie', 'buzón'],
    ];

    /** What is written out, with its heading. */
    private const OUT = ['Extension', 'Name', 'Type', 'Device', 'Phone system', 'User', 'Mail', 'Mailbox'];

    /** @var array<string, string> id by what units are called, in small letters */
    private array $units = [];

    private readonly NumberClashes $clashes;

    public function __construct(private readonly Job $job)
    {
        $this->clashes = new NumberClashes($job);
        foreach ($job->devices as $device) {
            $this->units += [mb_strtolower($device->name) => $device->id];
            $mac = $device->interfaces[0]->mac ?? null;
            $this->units += null === $mac ? [] : [strtolower($mac->digits) => $device->id];
        }
        foreach ($job->devices as $device) {
            $this->units[mb_strtolower($device->id)] = $device->id;
        }
    }

    /**
     * Everything there is, as it is read again.
     *
     * @return list<list<string>> the headings first
     */
    public static function written(Job $job): array
    {
        $rows = [self::OUT];
        foreach ($job->extensions as $extension) {
            $rows[] = [
                $extension->number,
                $extension->name === $extension->number ? '' : $extension->name,
                $extension->kind->value,
                $job->devices[$extension->device ?? '']->name ?? '',
                $job->devices[$extension->server ?? '']->name ?? '',
                $extension->user ?? '',
                $extension->mail ?? '',
                $extension->mailbox ? 'yes' : '',
            ];
        }

        return $rows;
    }

    /**
     * @param bool $renumbers whether units may be given another number than they have
     *
     * @return list<NumberRow>
     *
     * @throws InvalidFile for a text without a line that names its columns
     */
    public function read(string $text, bool $renumbers): array
    {
        $table = CsvTable::parse($text);
        $rows = [];
        $columns = null;
        $seen = [];
        foreach ($table->rows as $line => $fields) {
            if (null === $columns) {
                $columns = self::columns($fields);
                continue;
            }
            $row = $this->row($line, $this->fields($columns, $fields), $seen, $renumbers);
            $seen[$row->number] = true;
            $rows[] = $row;
        }
        if (null === $columns) {
            throw InvalidFile::at(
                path: 'line 1',
                given: '',
                allowed: 'a line that names the columns, "Extension" among them',
                advice: 'Such as Extension;Name;Device.',
            );
        }

        return $rows;
    }

    /** @param list<NumberRow> $rows */
    public static function changeSet(array $rows): ChangeSet
    {
        $edits = array_merge(...array_map(static fn (NumberRow $r): array => $r->edits, $rows));

        return new ChangeSet(\sprintf('Took a list of %d numbers over', \count($rows)), $edits);
    }

    /**
     * @param list<string> $fields
     *
     * @return array<string, int>|null place by meaning; null for a line that names none
     */
    private static function columns(array $fields): ?array
    {
        $columns = Columns::named(self::HEADS, $fields);

        return isset($columns['number']) ? $columns : null;
    }

    /**
     * @param array<string, int> $columns
     * @param list<string> $fields
     *
     * @return array<string, string> what is said, by meaning
     */
    private function fields(array $columns, array $fields): array
    {
        $said = array_map(static fn (int $place): string => trim($fields[$place] ?? ''), $columns);

        return array_filter($said, static fn (string $text): bool => '' !== $text);
    }

    /**
     * @param array<string, string> $said
     * @param array<array-key, true> $seen numbers of rows before it
     */
    private function row(int $line, array $said, array $seen, bool $renumbers): NumberRow
    {
        $number = (string) preg_replace('/[\s.-]+/', '', $said['number'] ?? '');
        $before = $this->job->record(Extension::class, $number);
        $wrong = match (true) {
            1 !== preg_match('/^\d{1,15}$/D', $number) => \sprintf('"%s" is no number of one to fifteen digits', $said['number'] ?? ''),
            isset($seen[$number]) => 'it stands in the list twice',
            null === $before => $this->clashes->ofNumber($number),
            default => null,
        };
        $values = null === $wrong ? $this->values($said) : [];
        if (\is_string($values)) {
            [$wrong, $values] = [$values, []];
        }
        if (null !== $wrong) {
            return new NumberRow(line: $line, number: $number, does: 'refused', why: $wrong, edits: []);
        }
        $known = $this->job->extensions[$number] ?? null;
        $plain = ['kind' => ($known->kind ?? ExtensionKind::Sip)->value, 'mailbox' => $known->mailbox ?? false];
        $values = array_filter($values, static fn (mixed $v, string $k): bool => ($plain[$k] ?? null) !== $v, \ARRAY_FILTER_USE_BOTH);
        $after = [...$before ?? ['number' => $number], ...$values];
        $held = $this->held($values['device'] ?? null, $number);
        if (null !== $held && !$renumbers) {
            $name = $this->job->nameOf((string) $held->device);

            return new NumberRow(
                line: $line,
                number: $number,
                does: 'renumbers',
                why: \sprintf('%s has %s', $name, $held->number),
                edits: [],
            );
        }
        $edits = [new Edit(Extension::class, $number, $before, $after)];
        if (null !== $held) {
            $old = $this->job->record(Extension::class, $held->number) ?? [];
            $edits = [
                new Edit(Extension::class, $held->number, $old, null),
                new Edit(Extension::class, $number, $before, [...$old, ...$after, 'number' => $number]),
            ];

            return new NumberRow(
                line: $line,
                number: $number,
                does: 'moves',
                why: \sprintf('instead of %s', $held->number),
                edits: $edits,
            );
        }
        if ($before === $after) {
            return new NumberRow(line: $line, number: $number, does: 'same', why: '', edits: []);
        }
        $changed = implode(', ', array_keys(array_diff_assoc(
            array_map(strval(...), array_filter($after, \is_scalar(...))),
            array_map(strval(...), array_filter($before ?? [], \is_scalar(...))),
        )));

        return new NumberRow(
            line: $line,
            number: $number,
            does: null === $before ? 'new' : 'changed',
            why: null === $before ? '' : $changed,
            edits: $edits,
        );
    }

    /** The number that a unit has already, where it is another one. */
    private function held(mixed $device, string $number): ?Extension
    {
        foreach ($this->job->extensions as $extension) {
            if (null !== $device && $extension->device === $device && $extension->number !== $number) {
                return isset($this->job->extensions[$number]) && $this->job->extensions[$number]->device === $device ? null : $extension;
            }
        }

        return null;
    }

    /**
     * @param array<string, string> $said
     *
     * @return array<string, mixed>|string what goes into the plan, or why it cannot
     */
    private function values(array $said): array|string
    {
        $values = array_intersect_key($said, ['name' => 0, 'user' => 0, 'mail' => 0]);
        foreach (['unit' => 'device', 'server' => 'server'] as $meaning => $key) {
            if (isset($said[$meaning])) {
                $id = $this->unit($said[$meaning]);
                if (null === $id) {
                    return \sprintf('no device of this job is called "%s"', $said[$meaning]);
                }
                $values[$key] = $id;
            }
        }
        if (isset($said['kind'])) {
            $kind = self::kind($said['kind']);
            if (null === $kind) {
                $kinds = implode(', ', array_map(static fn (ExtensionKind $k): string => $k->value, ExtensionKind::cases()));

                return \sprintf('"%s" is none of %s', $said['kind'], $kinds);
            }
            $values['kind'] = $kind->value;
        }
        if (isset($said['mailbox'])) {
            $values['mailbox'] = !\in_array(mb_strtolower($said['mailbox']), ['no', 'nein', 'non', '0', 'false'], true);
        }

        return $values;
    }

    private function unit(string $text): ?string
    {
        return $this->units[mb_strtolower($text)] ?? $this->units[strtolower(MacAddress::tryFrom($text)->digits ?? '')] ?? null;
    }

    private static function kind(string $text): ?ExtensionKind
    {
        $wanted = mb_strtolower($text);

        return array_find(
            ExtensionKind::cases(),
            static fn ($kind): bool => $wanted === $kind->value || $wanted === mb_strtolower($kind->label()),
        );
    }
}
