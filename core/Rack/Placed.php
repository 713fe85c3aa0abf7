<?php

declare(strict_types=1);

namespace Vorhut\Core\Rack;

use Vorhut\Core\Job\RackItem;
use Vorhut\Core\Profile\Lifting;

/** Something in a rack, with the figures of its kind. */
final readonly class Placed
{
    /**
     * @param int $index in the list of the rack
     * @param int $height in rack units
     * @param float|null $kilograms null where nobody knows
     * @param float $watts that it draws from the mains, 0 where nobody knows
     * @param float|null $celsius the warmest that it bears
     */
    public function __construct(
        public RackItem $item,
        public int $index,
        public string $name,
        public int $height,
        public ?float $kilograms,
        public float $watts,
        public ?float $celsius,
    ) {}

    /** @return list<string> the unit of the plan, where it is one */
    public function devices(): array
    {
        return null === $this->item->device ? [] : [$this->item->device];
    }

    public function top(): int
    {
        return $this->item->unit + $this->height - 1;
    }

    public function isHeavy(): bool
    {
        return Lifting::takesTwo($this->kilograms);
    }

    public function meets(self $other): bool
    {
        return $this->item->unit <= $other->top() && $other->item->unit <= $this->top();
    }
}
