<?php

declare(strict_types=1);

namespace Vorhut\App\Web\View;

/** One field of a form as it is shown: what was typed, or what stands in the plan. */
final readonly class FormField
{
    /**
     * @param string $control text, area, select, check, hidden or file
     * @param array<array-key, string> $options label by value, of a select
     * @param list<list<self>> $rows the records inside, each with its fields
     * @param array<string, string|int|bool> $more further attributes
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
    ) {
    }

    /** The same where nothing needs to be given: for a record that need not be. */
    public function unneeded(): self
    {
        $options = [] === $this->options ? [] : ['' => ''] + $this->options;

        return new self($this->name, $this->label, $this->value, $this->control, $this->technical, $options, rows: $this->rows);
    }
}
