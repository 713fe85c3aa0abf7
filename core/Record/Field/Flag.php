<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

/** Yes or no. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Flag extends Field
{
    /** What stands for no in forms, lists and other people's workbooks, in small letters. */
    private const NO = ['', '0', 'no', 'false', 'off', '-'];

    public function __construct(string $label = '', int $since = 1, private readonly bool $default = false)
    {
        parent::__construct($label, since: $since);
    }

    public function read(mixed $value): bool
    {
        return \is_bool($value) ? $value : throw $this->refuse($value);
    }

    public function allowed(): string
    {
        return 'true or false';
    }

    public function advice(): string
    {
        return 'Without quotes.';
    }

    public function absent(array $record): bool
    {
        return $this->default;
    }

    public function schema(): array
    {
        return ['type' => 'boolean'];
    }

    public function typed(string $text): bool
    {
        return !\in_array(mb_strtolower(trim($text)), self::NO, true);
    }

    public function shown(mixed $value): string
    {
        return true === ($value ?? $this->default) ? '1' : '';
    }
}
