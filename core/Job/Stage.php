<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** How far the work on one device has come. */
enum Stage: string implements HasLabel
{
    case Planned = 'planned';
    case Unpacked = 'unpacked';
    case Addressed = 'addressed';
    case SetUp = 'set-up';
    case AsLeft = 'as-left';

    /** Still holds its factory state: nobody has given it its address yet. */
    public function isFactoryState(): bool
    {
        return self::Planned === $this || self::Unpacked === $this;
    }

    /** The address is in the unit; planning must not move it any more. */
    public function isSettled(): bool
    {
        return !$this->isFactoryState();
    }

    public function isBeyond(self $other): bool
    {
        return $this->rank() > $other->rank();
    }

    public function before(): self
    {
        return self::cases()[max(0, $this->rank() - 1)];
    }

    private function rank(): int
    {
        return (int) array_search($this, self::cases(), true);
    }

    /** Whether nothing is left to do at the unit. */
    public function isDone(): bool
    {
        return self::SetUp === $this || self::AsLeft === $this;
    }

    public function label(): string
    {
        return match ($this) {
            self::Planned => 'planned',
            self::Unpacked => 'unpacked',
            self::Addressed => 'addressed',
            self::SetUp => 'configured',
            self::AsLeft => 'as left',
        };
    }
}
