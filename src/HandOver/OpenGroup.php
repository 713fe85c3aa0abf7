<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver;

/** What is open of one kind. */
final readonly class OpenGroup
{
    /** Pixels of the longest bar. */
    private const BAR = 300;

    /**
     * @param list<array{id: string, title: string, detail: string, url: string, reason: string, who: string}> $items
     * @param int $left how many are not accepted
     */
    public function __construct(
        public string $kind,
        public string $title,
        public int $accepted,
        public int $left,
        public array $items,
        public string $more,
    ) {}

    public function count(): int
    {
        return $this->accepted + $this->left;
    }

    /**
     * How long its bar is drawn beside those of the others, and how much of it is filled.
     *
     * @param list<self> $groups
     *
     * @return array{float, float} pixels
     */
    public function bar(array $groups): array
    {
        $scale = self::BAR / max(1, ...array_map(static fn (self $g): int => $g->count(), $groups));

        return [round($this->count() * $scale, 1), round($this->accepted * $scale, 1)];
    }
}
