<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\CableCategory;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NetworkSwitch;
use Vorhut\Core\Job\PortRef;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Job\SwitchLink;
use Vorhut\Core\Load\PortName;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Record\InvalidFile;

/**
 * A list of ports, looked at row by row: ports that are new on a switch, what they carry and give, and which unit is plugged in
 * by which cable. Switches and units must be planned already; what a row does not say stays as it is.
 */
final class CableReader
{
    /** Headings by what they mean, in small letters. */
    private const HEADS = [
        'switch' => ['switch', 'schalter', 'commutateur', 'conmutador'],
        'port' => ['port', 'switch port', 'anschluss', 'puerto'],
        'mbps' => ['mbit/s', 'mbps', 'speed', 'rate'],
        'untagged' => ['untagged', 'access', 'native'],
        'tagged' => ['tagged', 'trunk'],
        'class' => ['power class', 'poe class', 'class'],
        'unit' => ['unit', 'device', 'who', 'gerät', 'appareil', 'dispositivo'],
        'interface' => ['interface', 'lan'],
        'metres' => ['metres', 'meters', 'm', 'length', 'länge', 'longueur', 'longitud'],
        'cable' => ['cable', 'category', 'kabel', 'câble'],
    ];

    /** What a port has unless it is said: then it need not be written. */
    private const USUAL = ['mbps' => 1000];
    /** What a cable has unless it is said: then it need not be written. */
    private const PLAIN = ['to' => null, 'metres' => null, 'category' => CableCategory::FiveE->value];

    /** @var array<class-string, array<array-key, array<string, mixed>>> records as they become, by kind and id */
    private array $after = [];

    /** @var array<string, array<string, string>> ids by what things are called, in small letters, by list */
    private array $named = [];

    public function __construct(private readonly Job $job)
    {
        $named = [
            'switches' => $job->all(NetworkSwitch::class),
            'segments' => $job->segments,
            'units' => $job->devices + $job->routers,
            'links' => $job->all(SwitchLink::class),
        ];
        foreach ($named as $list => $records) {
            foreach ($records as $id => $record) {
                $this->named[$list][mb_strtolower($record->name)] ??= (string) $id;
            }
            foreach (array_keys($records) as $id) {
                $this->named[$list][mb_strtolower((string) $id)] = (string) $id;
            }
        }
        foreach ($job->devices as $device) {
            foreach ($device->interfaces as $interface) {
                $this->named['units'] += null === $interface->mac ? [] : [strtolower($interface->mac->digits) => $device->id];
            }
        }
    }

    /** @throws InvalidFile for a text without a line that names its columns */
    public function read(string $text): CableListPreview
    {
        $this->after = [];
        $columns = null;
        $rows = [];
        foreach (CsvTable::parse($text)->rows as $line => $fields) {
            if (null === $columns) {
                $columns = self::columns($fields);
                continue;
            }
            $said = array_map(static fn (int $place): string => trim($fields[$place] ?? ''), $columns);
            $rows[] = $this->row($line, array_filter($said, static fn (string $t): bool => '' !== $t));
        }
        if (null === $columns) {
            $allowed = 'a line that names the columns, "Switch" and "Port" among them';
            throw InvalidFile::at('line 1', '', $allowed, 'Such as Switch;Port;Device;Metres.');
        }

        return new CableListPreview($rows, $this->change());
    }

    /**
     * @param list<string> $fields
     *
     * @return array<string, int>|null place by meaning; null for a line that names none
     */
    private static function columns(array $fields): ?array
    {
        $columns = Columns::named(self::HEADS, $fields);

        return isset($columns['switch'], $columns['port']) ? $columns : null;
    }

    /** @param array<string, string> $said */
    private function row(int $line, array $said): CableRow
    {
        $at = \sprintf('%s, port %s', $said['switch'] ?? '?', $said['port'] ?? '?');
        $kept = $this->after;
        try {
            $switch = $this->id('switches', $said['switch'] ?? '', 'switch');
            $changed = $this->port($switch, $said) ? ['port'] : [];
            if (isset($said['unit'], $this->named['links'][mb_strtolower($said['unit'])])) {
                return new CableRow($line, $at, [] === $changed ? 'left' : 'changed', 'a link between switches');
            }
            $plugged = isset($said['unit']) ? $this->plug($switch, $said) : null;
        } catch (InvalidValue $e) {
            $this->after = $kept;

            return new CableRow($line, $at, 'refused', $e->getMessage());
        }
        $changed = null === $plugged ? $changed : [...$changed, $plugged];

        return new CableRow($line, $at, [] === $changed ? 'same' : 'changed', implode(', ', $changed));
    }

    /**
     * Whether something of the port changes.
     *
     * @param array<string, string> $said
     */
    private function port(string $switch, array $said): bool
    {
        $name = $said['port'] ?? '';
        if (1 !== preg_match('#^[^/\s][^/]{0,39}$#Du', $name)) {
            throw new InvalidValue($name, 'the name of a port, without a stroke', 'Such as 12.');
        }
        $values = array_filter([
            'mbps' => isset($said['mbps']) ? self::whole($said['mbps'], 1, 1000000) : null,
            'poeClass' => isset($said['class']) ? self::whole($said['class'], 0, 8) : null,
            'untagged' => isset($said['untagged']) ? $this->id('segments', $said['untagged'], 'segment') : null,
            'tagged' => isset($said['tagged']) ? array_map(
                fn (string $s): string => $this->id('segments', trim($s), 'segment'),
                explode(CableSheet::AND, $said['tagged']),
            ) : null,
        ], static fn (mixed $v): bool => null !== $v);
        $record = $this->record(NetworkSwitch::class, $switch);
        $ports = array_column(self::items($record['ports'] ?? null), null, 'name');
        $before = $ports[$name] ?? null;
        $new = array_filter(
            $values,
            static fn (mixed $v, string $k): bool => ($before[$k] ?? self::USUAL[$k] ?? null) !== $v,
            \ARRAY_FILTER_USE_BOTH,
        );
        if (null !== $before && [] === $new) {
            return false;
        }
        $ports[$name] = [...$before ?? ['name' => $name], ...$new];
        $this->after[NetworkSwitch::class][$switch] = [...$record, 'ports' => array_values($ports)];

        return true;
    }

    /**
     * What changes of the unit's cable, in words; null for nothing.
     *
     * @param array<string, string> $said
     */
    private function plug(string $switch, array $said): ?string
    {
        $mac = MacAddress::tryFrom($said['unit'])?->digits;
        $unit = $this->named['units'][strtolower($mac ?? '')] ?? $this->id('units', $said['unit'], 'unit');
        $type = isset($this->job->devices[$unit]) ? Device::class : Router::class;
        $record = $this->record($type, $unit);
        $interfaces = self::items($record['interfaces'] ?? null);
        $names = array_map(
            fn (array $i): string => CableSheet::interface($this->job, $i['name'] ?? null, $i['segment'] ?? null),
            $interfaces,
        );
        $index = isset($said['interface']) ? array_search($said['interface'], $names, true) : 0;
        if (!\is_int($index) || !isset($interfaces[$index])) {
            $known = \sprintf('It has %s.', implode(', ', $names));
            throw new InvalidValue($said['interface'] ?? '', 'an interface of '.$said['unit'], $known);
        }
        $plug = $interfaces[$index]['plug'] ?? [];
        $before = [...self::PLAIN, ...(\is_array($plug) ? $plug : [])];
        $after = [
            'to' => $switch.'/'.($said['port'] ?? ''),
            'metres' => isset($said['metres']) ? self::metres($said['metres']) : $before['metres'],
            'category' => isset($said['cable']) ? self::category($said['cable']) : $before['category'],
        ];
        $isSameLength = self::figure($before['metres']) === self::figure($after['metres']);
        if ($isSameLength && $before['to'] === $after['to'] && $before['category'] === $after['category']) {
            return null;
        }
        $interfaces[$index]['plug'] = array_filter(
            $after,
            static fn (mixed $v, string $k): bool => self::PLAIN[$k] !== $v,
            \ARRAY_FILTER_USE_BOTH,
        );
        $this->after[$type][$unit] = [...$record, 'interfaces' => $interfaces];
        $moved = \is_string($before['to']) && $before['to'] !== $after['to'] ? PortRef::fromString($before['to']) : null;

        return $this->job->nameOf($unit).(null === $moved ? '' : \sprintf(', until now on %s', PortName::name($this->job, $moved)));
    }

    private static function figure(mixed $metres): ?float
    {
        return is_numeric($metres) ? (float) $metres : null;
    }

    /** @return list<array<mixed>> records within a record */
    private static function items(mixed $list): array
    {
        return array_values(array_filter(\is_array($list) ? $list : [], \is_array(...)));
    }

    private function id(string $list, string $text, string $what): string
    {
        return $this->named[$list][mb_strtolower($text)]
            ?? throw new InvalidValue($text, \sprintf('the name of a %s of this job', $what), 'Plan it first.');
    }

    private static function whole(string $text, int $min, int $max): int
    {
        return 1 === preg_match('/^\d{1,7}$/D', $text) && (int) $text >= $min && (int) $text <= $max
            ? (int) $text
            : throw new InvalidValue($text, \sprintf('a whole number from %d to %d', $min, $max), 'Leave it empty for the default.');
    }

    private static function metres(string $text): float
    {
        $number = str_replace(',', '.', preg_replace('/\s*m$/Du', '', $text) ?? '');

        return is_numeric($number) && $number >= 0 && $number <= 100000
            ? (float) $number
            : throw new InvalidValue($text, 'metres from 0 to 100,000', 'Such as 42 or 12.5.');
    }

    private static function category(string $text): string
    {
        $short = (string) preg_replace('/^(category|cat\.?)\s*/', '', mb_strtolower(trim($text)));

        return CableCategory::tryFrom($short)->value ?? throw new InvalidValue(
            $text,
            'one of '.implode(', ', array_map(static fn (CableCategory $c): string => $c->value, CableCategory::cases())),
            'The category of a copper cable.',
        );
    }

    /**
     * @param class-string $type
     *
     * @return array<string, mixed>
     */
    private function record(string $type, string $id): array
    {
        return $this->after[$type][$id] ?? $this->job->record($type, $id) ?? [];
    }

    private function change(): ChangeSet
    {
        $edits = [];
        foreach ($this->after as $type => $records) {
            foreach ($records as $id => $record) {
                $edits[] = new Edit($type, (string) $id, $this->job->record($type, (string) $id), $record);
            }
        }

        return new ChangeSet(\sprintf('Imported a cable list: %d records', \count($edits)), $edits);
    }
}
