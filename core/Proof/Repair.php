<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Job\ChangeSet;

/** A change that would mend failing intents, tried on a copy of the job. */
final readonly class Repair
{
    public function __construct(
        public ChangeSet $change,
        /** The change in one sentence. */
        public string $sentence,
        public Hands $hands,
        /** Pairs that fail before and hold after. */
        public int $mends,
        /** Pairs that hold before and fail after. */
        public int $breaks,
        /** @var array{intent: string, pair: string}|null one of the pairs it mends */
        public ?array $example,
        /** @var list<string> ids of the intents of which it mends a pair */
        public array $intents,
    ) {
    }

    public function isWorthwhile(): bool
    {
        return $this->mends > $this->breaks;
    }
}
