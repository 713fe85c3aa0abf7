<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Record\Field\Listed;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Reference;

/** Those between whom something must or must not be. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Parties extends Listed
{
    protected function item(mixed $value): PartyRef
    {
        try {
            return \is_string($value)
                ? PartyRef::fromString($value)
                : throw InvalidFile::at('', $value, 'text', 'Put the value in quotes.');
        } catch (InvalidValue $e) {
            throw InvalidFile::at('', $value, $e->allowed, $e->advice);
        }
    }

    public function references(mixed $value): iterable
    {
        foreach (\is_array($value) ? array_values($value) : [] as $index => $text) {
            $party = \is_string($text) ? PartyRef::fromString($text) : null;
            if (null !== $party && [] !== $party->kind->lists()) {
                yield new Reference(
                    lists: $party->kind->lists(),
                    id: $party->id,
                    what: $party->kind->value,
                    path: '['.$index.']',
                    shown: $text,
                );
            }
        }
    }

    protected function itemSchema(): array
    {
        return self::oneSchema();
    }

    /** @return array<string, mixed> of one of them */
    public static function oneSchema(): array
    {
        $kinds = implode('|', array_map(static fn (PartyKind $k): string => $k->value, PartyKind::cases()));

        return ['type' => 'string', 'pattern' => '^(?:'.$kinds.'):.+$'];
    }

    public function isTechnical(): bool
    {
        return true;
    }
}
