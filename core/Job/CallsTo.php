<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Record\Field\Field;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Reference;

/** The one that a call goes to. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class CallsTo extends Field
{
    public function read(mixed $value): CallTarget
    {
        try {
            return \is_string($value) ? CallTarget::fromString($value) : throw $this->refuse($value);
        } catch (InvalidValue $e) {
            throw InvalidFile::at('', $value, $e->allowed, $e->advice);
        }
    }

    public function allowed(): string
    {
        return 'a kind and a number, such as extension:2001';
    }

    public function references(mixed $value): iterable
    {
        $number = \is_string($value) ? explode(':', $value, 2)[1] ?? '' : '';

        return '' === $number ? [] : [new Reference(['extensions'], $number, 'extension', shown: $value)];
    }

    public function schema(): array
    {
        return ['type' => 'string', 'pattern' => \sprintf('^(?:%s):\\d{1,15}$', implode('|', CallTarget::kinds()))];
    }

    public function isTechnical(): bool
    {
        return true;
    }
}
