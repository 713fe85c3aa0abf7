<?php

declare(strict_types=1);

namespace Vorhut\App\Web\View;

/** A finding as lists and panels show it. */
final readonly class FindingLine
{
    private const MAX_NAMED = 6;

    /**
     * @param list<array{name: string, url: string|null, mac: string}> $who
     * @param string $alike how many others the same is said of
     * @param int $count findings that this line stands for
     */
    public function __construct(
        public string $title,
        public string $why,
        public string $advice,
        public string $rule,
        public bool $wrong,
        public array $who = [],
        public ?Post $take = null,
        public string $alike = '',
        public int $count = 1,
        public ?Post $takeAll = null,
    ) {}

    /**
     * @param list<string> $names of others to whom the same happens
     * @param Post|null $takeAll mends all of them
     */
    public function withAlike(array $names, ?Post $takeAll): self
    {
        $count = 1 + \count($names);
        $names = array_values(array_filter($names, static fn (string $n): bool => '' !== $n));
        $more = \count($names) - self::MAX_NAMED;
        $some = implode(', ', \array_slice($names, 0, self::MAX_NAMED)).($more > 0 ? ' …' : '');
        $alike = [] === $names ? '' : \sprintf('Also (%d): %s', \count($names), $some);

        return new self(
            title: $this->title,
            why: $this->why,
            advice: $this->advice,
            rule: $this->rule,
            wrong: $this->wrong,
            who: $this->who,
            take: $this->take,
            alike: $alike,
            count: $count,
            takeAll: $takeAll,
        );
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
        return $this->wrong ? 'error' : 'warning';
    }

    public function url(): ?string
    {
        return $this->who[0]['url'] ?? null;
    }
}
