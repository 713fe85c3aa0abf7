<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Record\Field\Field;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Reference;

/** The one from whom something comes. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Party extends Field
{
    public function __construct(string $label = '')
    {
        parent::__construct($label, required: true);
    }

    public function read(mixed $value): PartyRef
    {
        try {
            return \is_string($value) ? PartyRef::fromString($value) : throw $this->refuse($value);
        } catch (InvalidValue $e) {
            throw InvalidFile::at('', $value, $e->allowed, $e->advice);
        }
    }

    public function allowed(): string
    {
        return 'a party, such as device:cam-1';
    }

    public function references(mixed $value): iterable
    {
        $party = \is_string($value) ? PartyRef::fromString($value) : null;

        return null === $party || [] === $party->kind->lists()
            ? []
            : [new Reference($party->kind->lists(), $party->id, $party->kind->value, shown: $value)];
    }

    public function schema(): array
    {
        return Parties::oneSchema();
    }

    public function isTechnical(): bool
    {
        return true;
    }
}
