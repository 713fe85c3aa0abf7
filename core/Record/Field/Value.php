<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

/** A text, a number, true or false, or a list of them: whatever the setting it is for takes. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Value extends Field
{
    public function read(mixed $value): mixed
    {
        foreach (\is_array($value) && array_is_list($value) ? $value : [$value] as $one) {
            if (!\is_scalar($one) || (\is_string($one) && !PlainText::isLine($one))) {
                throw $this->refuse($value);
            }
        }

        return $value;
    }

    public function allowed(): string
    {
        return 'a text '.PlainText::SAYS.', a number, true, false, or a list of them';
    }

    public function schema(): array
    {
        $single = ['type' => ['string', 'number', 'boolean']];

        return ['anyOf' => [$single, ['type' => 'array', 'items' => $single]]];
    }

    public function typed(string $text): mixed
    {
        $text = trim($text);

        return match (true) {
            '' === $text => null,
            'true' === $text => true,
            'false' === $text => false,
            str_contains($text, ',') => array_map(trim(...), explode(',', $text)),
            1 === preg_match('/^-?(?:0|[1-9]\d{0,8})$/D', $text) => (int) $text,
            default => $text,
        };
    }

    public function shown(mixed $value): string
    {
        return match (true) {
            true === $value => 'true',
            false === $value => 'false',
            \is_array($value) => implode(', ', array_map($this->shown(...), $value)),
            default => parent::shown($value),
        };
    }

    public function isTechnical(): bool
    {
        return true;
    }
}
