<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

/** The short name of a record, unique in its list. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Slug extends Field
{
    public const PATTERN = '/^[a-z0-9](?:[a-z0-9._-]{0,62}[a-z0-9])?$/D';

    public function __construct(string $label = 'Id', array $columns = [], int $since = 1, bool $required = true)
    {
        parent::__construct($label, $columns, $since, $required);
    }

    public function read(mixed $value): string
    {
        return self::is($value) ? $value : throw $this->refuse($value);
    }

    /** @phpstan-assert-if-true non-empty-string $value */
    public static function is(mixed $value): bool
    {
        return \is_string($value) && 1 === preg_match(self::PATTERN, $value);
    }

    public function allowed(): string
    {
        return 'a slug of 1 to 64 small letters, digits, dots, underscores and hyphens, beginning and ending with a letter or digit';
    }

    public function advice(): string
    {
        return 'Such as berth-1.';
    }

    public function schema(): array
    {
        return ['$ref' => '#/$defs/slug'];
    }

    public function isTechnical(): bool
    {
        return true;
    }
}
