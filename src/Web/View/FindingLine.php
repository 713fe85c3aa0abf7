<?php

declare(strict_types=1);

namespace Vorhut\App\Web\View;

/** A finding as lists and panels show it. */
final readonly class FindingLine
{
    /**
     * @param list<array{name: string, url: string|null, mac: string}> $who
     */
    public function __construct(
        public string $title,
        public string $why,
        public string $advice,
        public string $rule,
        public bool $wrong,
        public array $who = [],
        public ?Post $take = null,
    ) {
    }

    public function tone(): string
    {
        return $this->wrong ? 'broken' : 'care';
    }

    public function mark(): string
    {
        return $this->wrong ? '▲' : '△';
    }

    public function markClass(): string
    {
        return $this->wrong ? 'mark-bad' : 'mark-care';
    }

    public function markWord(): string
    {
        return $this->wrong ? 'wrong' : 'care';
    }

    public function url(): ?string
    {
        return $this->who[0]['url'] ?? null;
    }
}
