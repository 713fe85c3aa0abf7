<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Component\HttpFoundation\Request;
use Vorhut\App\Web\RecordForm;
use Vorhut\App\Web\View\FormField;
use Vorhut\Core\Intent\Kind;
use Vorhut\Core\Intent\Kinds;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NewId;
use Vorhut\Core\Job\PartyNames;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\RecordType;

/** The form of an intent, in which people call its parties by their names; and the record made of it. */
final readonly class IntentForm
{
    public const PARTIES = 'parties';

    /** A sentence of more would not be read. */
    private const MAX_NAMES = 2;
    private const EXAMPLES = ['from' => 'start typing a name', 'to' => 'start typing a name'];

    /**
     * @param array<array-key, mixed> $record as it stands in the plan, or as it was typed
     *
     * @return list<FormField>
     */
    public function fields(Job $job, array $record): array
    {
        $names = new PartyNames($job);
        $fields = [];
        foreach ((new RecordForm($job))->fields(RecordType::fromClass(Intent::class), $record, ['id']) as $f) {
            $fields[$f->name] = match ($f->name) {
                'from', 'to' => self::side($f, $names, $record[$f->name] ?? []),
                'kind' => new FormField($f->name, 'Type', $f->value, 'select', options: self::kinds()),
                'service' => new FormField(
                    name: $f->name,
                    label: 'Service (for reach and dial)',
                    value: $f->value,
                    control: 'text',
                    technical: true,
                    placeholder: 'tcp/443',
                ),
                'name' => new FormField($f->name, $f->label, $f->value, placeholder: 'generated if left blank', broad: true),
                default => $f,
            };
        }

        return array_map(static fn (string $key): FormField => $fields[$key], ['from', 'expect', 'kind', 'to', 'service', 'name']);
    }

    /**
     * @param array<array-key, mixed>|null $before
     *
     * @return array<string, mixed>
     *
     * @throws InvalidFile with every name that is nobody's
     */
    public function record(Job $job, Request $request, ?array $before): array
    {
        $record = self::typed($job, $request, $before);
        $names = new PartyNames($job);
        $errors = [];
        foreach (['from', 'to'] as $side) {
            $parties = [];
            foreach (self::texts($record[$side]) as $typed) {
                try {
                    $parties[] = $names->read($typed);
                } catch (InvalidValue $e) {
                    $errors[] = new FileError('$.intents[].'.$side, '"'.$e->given.'"', $e->allowed, $e->advice);
                }
            }
            $record[$side] = array_values(array_unique($parties));
        }
        if ([] !== $errors) {
            throw new InvalidFile($errors);
        }
        $record['name'] ??= self::sentence($names, $record);

        $name = \is_string($record['name']) ? $record['name'] : '';

        return ['id' => $before['id'] ?? NewId::make($job, 'intents', $name, 'intent')] + $record;
    }

    /**
     * What was typed as it was typed, for a form that is shown again.
     *
     * @param array<array-key, mixed>|null $before
     *
     * @return array<string, mixed>
     */
    public static function typed(Job $job, Request $request, ?array $before): array
    {
        $typed = $request->request->all();
        $sides = ['from' => self::texts($typed['from'] ?? []), 'to' => self::texts($typed['to'] ?? [])];
        unset($typed['from'], $typed['to'], $typed['id']);

        return $sides + (new RecordForm($job))->record(RecordType::fromClass(Intent::class), $typed, $before ?? []);
    }

    private static function side(FormField $field, PartyNames $names, mixed $parties): FormField
    {
        return new FormField(
            $field->name,
            $field->label,
            control: 'several',
            placeholder: self::EXAMPLES[$field->name] ?? '',
            suggestions: self::PARTIES,
            values: array_map($names->name(...), self::texts($parties)),
        );
    }

    /** @return array<string, string> */
    private static function kinds(): array
    {
        return array_map(static fn (Kind $k): string => $k->verb(), Kinds::all());
    }

    /** @return list<string> */
    private static function texts(mixed $value): array
    {
        $texts = array_filter(\is_array($value) ? $value : [$value], \is_string(...));

        return array_values(array_filter($texts, static fn (string $text): bool => '' !== trim($text)));
    }

    /** @param array<string, mixed> $record */
    private static function sentence(PartyNames $names, array $record): string
    {
        $side = static function (string $key) use ($names, $record): string {
            $plain = static fn (string $party): string => (string) preg_replace('/ \([^)]*\)$/', '', $names->name($party));
            $all = array_map($plain, self::texts($record[$key]));
            $more = \count($all) - self::MAX_NAMES;

            return implode(', ', \array_slice($all, 0, self::MAX_NAMES)).($more > 0 ? \sprintf(' and %d more', $more) : '');
        };
        $kind = Kinds::all()[\is_string($record['kind'] ?? null) ? $record['kind'] : ''] ?? null;
        $sentence = \sprintf('%s %s %s', $side('from'), $kind?->verb() ?? 'reaches', $side('to'));

        return mb_strimwidth('must-not' === ($record['expect'] ?? '') ? 'Never: '.$sentence : $sentence, 0, 120, '…');
    }
}
