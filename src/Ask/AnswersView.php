<?php

declare(strict_types=1);

namespace Vorhut\App\Ask;

/** Answers that came back, before they are taken. */
final readonly class AnswersView
{
    /**
     * @param list<array{what: string, was: string, answer: string, units: string, opens: string}> $filled
     * @param list<QuestionView> $refused
     * @param list<string> $unknown
     * @param array<string, string> $texts what is taken, by question
     */
    public function __construct(
        public string $summary,
        public array $filled,
        public array $refused,
        public array $unknown,
        public array $texts,
        public string $by,
        public string $offer,
        public int $version,
        public string $takeUrl,
        public string $previewUrl,
        public string $leaveUrl,
    ) {}
}
