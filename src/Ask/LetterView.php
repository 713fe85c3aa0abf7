<?php

declare(strict_types=1);

namespace Vorhut\App\Ask;

/** The letter to one or all of those outside. */
final readonly class LetterView
{
    /**
     * @param list<AskedOfView> $asked
     * @param array<string, string> $errors by question
     * @param array<array-key, string> $sent what was answered by the link, by question
     */
    public function __construct(
        public string $job,
        public string $client,
        public string $today,
        public string $neededBy,
        public string $visit,
        public array $asked,
        public string $by = '',
        public string $taken = '',
        public string $until = '',
        public array $errors = [],
        public string $askedBy = '',
        public array $sent = [],
    ) {}

    /**
     * @param array<string, string> $errors by question
     * @param array<array-key, string> $sent by question
     */
    public function outside(string $by, string $taken, string $until, array $errors, string $askedBy, array $sent): self
    {
        return new self(
            job: $this->job,
            client: $this->client,
            today: $this->today,
            neededBy: $this->neededBy,
            visit: $this->visit,
            asked: $this->asked,
            by: $by,
            taken: $taken,
            until: $until,
            errors: $errors,
            askedBy: $askedBy,
            sent: $sent,
        );
    }
}
