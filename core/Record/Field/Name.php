<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

/** What people call a record; its id where no name is given. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Name extends Field
{
    private const MAX = 120;

    /** @param string|null $insteadOf the key whose value serves where no name is given; null: a name must be given */
    public function __construct(string $label = 'Name', array $columns = [], int $since = 1, private readonly ?string $insteadOf = 'id')
    {
        parent::__construct($label, $columns, $since, null === $insteadOf);
    }

    public function read(mixed $value): string
    {
        if (!\is_string($value) || '' === trim($value) || mb_strlen($value) > self::MAX || !PlainText::isLine($value)) {
            throw $this->refuse($value);
        }

        return $value;
    }

    /** A text that is no longer than a name may be. */
    public static function shortened(string $text): string
    {
        return mb_strlen($text) <= self::MAX ? $text : mb_substr($text, 0, self::MAX - 1).'…';
    }

    public function allowed(): string
    {
        return 'a name of 1 to 120 characters '.PlainText::SAYS;
    }

    public function advice(): string
    {
        return null === $this->insteadOf ? 'This value is required.' : 'Leave the key out to use the id as name.';
    }

    public function absent(array $record): mixed
    {
        return $record[$this->insteadOf] ?? null;
    }

    public function typed(string $text): mixed
    {
        return parent::typed(PlainText::typed($text));
    }

    public function schema(): array
    {
        return ['type' => 'string', 'minLength' => 1, 'maxLength' => self::MAX];
    }
}
