<?php

declare(strict_types=1);

namespace Vorhut\Core\Constraint;

use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Profile\Relation\Constraint;
use Vorhut\Core\Relation\RelatedUnit;

/** Two values of coupled units as the plan has them, and whether their relation holds. */
final readonly class ConstraintCheck
{
    /**
     * @param bool|null $holds null while one of the values is not known
     * @param list<ChangeSet> $mends what would make it hold, the smaller change first
     */
    public function __construct(
        public RelatedUnit $coupled,
        public Constraint $tie,
        public mixed $mine,
        public mixed $theirs,
        public ?bool $holds,
        /** As the unit says it; '' while it is not known. */
        public string $mineShown = '',
        public string $theirsShown = '',
        public array $mends = [],
    ) {}

    /** What is between the two, with both values, in one line. */
    public function said(): string
    {
        return \sprintf(
            '%s does not match: %s has %s, %s has %s',
            $this->tie->name,
            $this->coupled->from->name,
            '' === $this->mineShown ? 'not set' : $this->mineShown,
            $this->coupled->to->name,
            '' === $this->theirsShown ? 'not set' : $this->theirsShown,
        );
    }
}
