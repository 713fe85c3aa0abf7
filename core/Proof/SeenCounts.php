<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

/** How many pairs were seen, by the last word on each from the lab and from the site, and how many of these hold. */
final readonly class SeenCounts
{
    public function __construct(
        public int $inLab = 0,
        public int $holdingInLab = 0,
        public int $onSite = 0,
        public int $holdingOnSite = 0,
    ) {}

    /** The same with more, or fewer where the numbers are negative. */
    public function with(SeenIn $where, int $seen, int $holding): self
    {
        return SeenIn::Lab === $where
            ? new self($this->inLab + $seen, $this->holdingInLab + $holding, $this->onSite, $this->holdingOnSite)
            : new self($this->inLab, $this->holdingInLab, $this->onSite + $seen, $this->holdingOnSite + $holding);
    }

    public function seen(SeenIn $where): int
    {
        return SeenIn::Lab === $where ? $this->inLab : $this->onSite;
    }

    public function holding(SeenIn $where): int
    {
        return SeenIn::Lab === $where ? $this->holdingInLab : $this->holdingOnSite;
    }

    /** As tables have it: "◆ 3 of 3 hold on site, ◇ 5 of 5 in the lab"; '' where nothing was seen. */
    public function words(): string
    {
        $words = [];
        foreach ([SeenIn::Site, SeenIn::Lab] as $where) {
            if ($this->seen($where) > 0) {
                $verb = [] === $words ? ' hold' : '';
                $figures = \sprintf('%d of %d', $this->holding($where), $this->seen($where));
                $words[] = \sprintf('%s %s%s %s', $where->mark(), $figures, $verb, $where->label());
            }
        }

        return implode(', ', $words);
    }
}
