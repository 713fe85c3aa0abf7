<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings;

/** What is known of a rule before it has looked at anything. */
#[\Attribute(\Attribute::TARGET_CLASS)]
final readonly class About
{
    /**
     * @param string $id a slug
     * @param string $label what it looks for, in a few words, for headings and drawings
     * @param string $view the page of the stop on which it is drawn; '' for the stop's own
     */
    public function __construct(
        public string $id,
        public string $label,
        public Section $stop = Section::Devices,
        private string $view = '',
    ) {}

    public function view(): string
    {
        return '' === $this->view ? $this->stop->value : $this->view;
    }
}
