<?php

declare(strict_types=1);

namespace Vorhut\App\Web\View;

/** One field of a form as it is shown: what was typed, or what stands in the plan. */
final readonly class FormField
{
    /**
     * @param string $control text, area, select, check, hidden, file, rows, or several for a text each
     * @param array<array-key, string> $options label by value, of a select
     * @param list<list<self>> $rows the records inside, each with its fields
     * @param list<self> $blank the fields of one more record inside; none where there is only one
     * @param list<string> $values the texts of several
     * @param string $error why the value was not taken
     * @param array<int, string> $notes what the plan says of each of the records inside
     * @param array<string, string|int|bool> $more further attributes
     * @param bool $isFolded whether it is seldom needed, and shown on demand
     */
    public function __construct(
        public string $name,
        public string $label,
        public string $value = '',
        public string $control = 'text',
        public bool $technical = false,
        public array $options = [],
        public bool $required = false,
        public string $placeholder = '',
        public array $rows = [],
        public string $suggestions = '',
        public bool $broad = false,
        public array $more = [],
        public array $blank = [],
        public array $values = [],
        public string $error = '',
        public array $notes = [],
        public bool $isFolded = false,
    ) {}

    /** Characters that it shows beside each other. */
    public function width(): int
    {
        return match ($this->control) {
            'select' => 3 + mb_strlen($this->options[$this->value] ?? ''),
            'text' => 2 + mb_strlen('' === $this->value ? $this->placeholder : $this->value),
            default => 0,
        };
    }

    /** @param int $characters that it shows */
    public function sized(int $characters): self
    {
        return $this->copy(more: ['size' => $characters] + $this->more);
    }

    /** Whether it stands on a sticker. */
    public function isOnASticker(): bool
    {
        return 1 === preg_match('/(?:^|\[)(?:mac|serial)\]?$/D', $this->name);
    }

    /** @param array<string, string> $errors why values were not taken, by the names of their fields */
    public function with(array $errors): self
    {
        $inside = static fn (self $f): self => $f->with($errors);

        return $this->copy(
            rows: array_map(static fn (array $row): array => array_map($inside, $row), $this->rows),
            error: $errors[$this->name] ?? null,
        );
    }

    public function folded(): self
    {
        return $this->copy(isFolded: true);
    }

    /** @param array<int, string> $notes */
    public function noted(array $notes): self
    {
        return $this->copy(notes: $notes);
    }

    /** The same where nothing needs to be given: for a record that need not be. */
    public function unneeded(): self
    {
        return $this->copy(options: [] === $this->options ? [] : ['' => ''] + $this->options, required: false);
    }

    /**
     * The same but for what is given.
     *
     * @param array<array-key, string>|null $options
     * @param list<list<self>>|null $rows
     * @param array<string, string|int|bool>|null $more
     * @param array<int, string>|null $notes
     */
    private function copy(
        ?array $options = null,
        ?bool $required = null,
        ?array $rows = null,
        ?array $more = null,
        ?string $error = null,
        ?array $notes = null,
        ?bool $isFolded = null,
    ): self {
        return new self(
            name: $this->name,
            label: $this->label,
            value: $this->value,
            control: $this->control,
            technical: $this->technical,
            options: $options ?? $this->options,
            required: $required ?? $this->required,
            placeholder: $this->placeholder,
            rows: $rows ?? $this->rows,
            suggestions: $this->suggestions,
            broad: $this->broad,
            more: $more ?? $this->more,
            blank: $this->blank,
            values: $this->values,
            error: $error ?? $this->error,
            notes: $notes ?? $this->notes,
            isFolded: $isFolded ?? $this->isFolded,
        );
    }
}
