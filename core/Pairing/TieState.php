<?php

declare(strict_types=1);

namespace Vorhut\Core\Pairing;

use Vorhut\Core\Coupling\Coupled;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Profile\Coupling\Tie;
use Vorhut\Core\Profile\Setting\Allowed;

/** Two values of coupled units as the plan has them, and whether their relation holds. */
final readonly class TieState
{
    /**
     * @param bool|null $holds null while one of the values is not known
     * @param list<ChangeSet> $mends what would make it hold, the smaller change first
     */
    public function __construct(
        public Coupled $coupled,
        public Tie $tie,
        public mixed $mine,
        public mixed $theirs,
        public ?bool $holds,
        public array $mends = [],
    ) {
    }

    /** What is between the two, with both values, in one line. */
    public function said(): string
    {
        return \sprintf(
            '%s: %s %s, %s %s',
            $this->tie->name,
            $this->coupled->from->name,
            self::text($this->mine),
            $this->coupled->to->name,
            self::text($this->theirs),
        );
    }

    private static function text(mixed $value): string
    {
        return null === $value ? 'open' : Allowed::text($value);
    }
}
