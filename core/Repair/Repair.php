<?php

declare(strict_types=1);

namespace Vorhut\Core\Repair;

use Vorhut\Core\Job\ChangeSet;

/** A change that would mend failing intents, tried on a copy of the job. */
final readonly class Repair
{
    public function __construct(
        public ChangeSet $change,
        /** The change in one sentence. */
        public string $sentence,
        public Responsible $hands,
        /** For the client: what to ask for, ready to send. Empty where it is ours to do. */
        public string $request,
        /** Pairs that fail before and hold after. */
        public int $mends,
        /** Pairs that hold before and fail after. */
        public int $breaks,
        /** @var array{intent: string, pair: string}|null one of the pairs it mends */
        public ?array $example,
        /** @var array<string, array{mends: int, breaks: int}> intents that turn */
        public array $intents,
        /** Pairs that must not be, kept apart before and open after. */
        public int $leaks = 0,
    ) {}

    /** Breaking what must not be comes last; then what mends most, with the fewest changes, ours before the client's. */
    public static function compare(self $a, self $b): int
    {
        return [$a->leaks > 0, $b->mends - $b->breaks, \count($a->change->edits), Responsible::Client === $a->hands, $a->sentence]
            <=> [$b->leaks > 0, $a->mends - $a->breaks, \count($b->change->edits), Responsible::Client === $b->hands, $b->sentence];
    }

    public function isWorthwhile(): bool
    {
        return $this->mends > $this->breaks;
    }
}
