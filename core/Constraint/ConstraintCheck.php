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

    /** Whether the two match, with both values, in one line. */
    public function said(): string
    {
        $verdict = $this->tie->relation->verdict($this->holds);
        $mine = self::has($this->coupled->from->name, $this->mineShown);
        if (true === $this->holds && $this->tie->isAmongPeers()) {
            return \sprintf('%s is unique: %s', $this->tie->name, $mine);
        }
        $theirs = self::has($this->coupled->to->name, $this->theirsShown);

        return \sprintf('%s %s: %s, %s', $this->tie->name, $verdict, $mine, $theirs);
    }

    private static function has(string $name, string $shown): string
    {
        return '' === $shown ? $name.' not set' : $name.' has '.$shown;
    }
}
