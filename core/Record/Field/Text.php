<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

use Vorhut\Core\Record\InvalidFile;

/** Free text, or text of one shape. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
class Text extends Field
{
    private const LONGEST = 2000;

    /**
     * @param int $max characters
     * @param string|null $default what stands where nothing is said; null: nothing
     * @param string $pattern regular expression between slashes; '' for any text
     * @param string $says the shape in words
     * @param bool $lines whether it may have several lines
     * @param bool $series whether a new record that is called "1-24" stands for as many
     */
    public function __construct(
        string $label = '',
        array $columns = [],
        int $since = 1,
        bool $required = false,
        public readonly int $max = self::LONGEST,
        public readonly ?string $default = null,
        private readonly string $pattern = '',
        private readonly string $says = '',
        private readonly string $advice = '',
        private readonly bool $technical = false,
        private readonly bool $lines = false,
        public readonly bool $series = false,
    ) {
        parent::__construct($label, $columns, $since, $required);
    }

    public function read(mixed $value): string
    {
        if (!\is_string($value) || mb_strlen($value) > $this->max || ('' !== $this->pattern && 1 !== preg_match($this->pattern, $value))) {
            throw $this->refuse($value);
        }
        if (!($this->lines ? PlainText::isLines($value) : PlainText::isLine($value))) {
            throw InvalidFile::at('', $value, 'text '.PlainText::SAYS, $this->advice());
        }

        return $value;
    }

    public function allowed(): string
    {
        return '' !== $this->says
            ? $this->says
            : 'text'.($this->max < self::LONGEST ? \sprintf(' of at most %d characters', $this->max) : '');
    }

    public function advice(): string
    {
        return $this->advice;
    }

    public function absent(array $record): ?string
    {
        return $this->default;
    }

    public function typed(string $text): mixed
    {
        return parent::typed($this->lines ? $text : PlainText::typed($text));
    }

    public function schema(): array
    {
        $schema = ['type' => 'string', 'maxLength' => $this->max];

        return '' === $this->pattern ? $schema : $schema + ['pattern' => strtr(trim($this->pattern, 'D/'), ['/' => ''])];
    }

    public function isTechnical(): bool
    {
        return $this->technical;
    }

    public function width(): ?int
    {
        if ($this->series) {
            return 10;
        }

        return $this->max > 64 ? null : max(8, min(24, $this->max));
    }
}
