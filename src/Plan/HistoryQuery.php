<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Symfony\Component\HttpFoundation\Request;

/** Which entries of a journal a person looks for. */
final readonly class HistoryQuery
{
    private const LONGEST = 100;

    /**
     * @param string $who the name somebody logs in with
     * @param string $unit id or name of a record
     * @param \DateTimeImmutable|null $day its midnight
     */
    private function __construct(
        public string $who,
        public string $unit,
        public ?\DateTimeImmutable $day,
        public string $text,
        public int $page,
    ) {}

    public static function fromRequest(Request $request, \DateTimeZone $zone): self
    {
        $text = static fn (string $name): string => mb_substr(trim(mb_scrub($request->query->getString($name))), 0, self::LONGEST);
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $text('day'), $zone);
        $page = filter_var($text('page'), \FILTER_VALIDATE_INT, ['options' => ['min_range' => 1, 'max_range' => 100000, 'default' => 1]]);

        return new self(who: $text('who'), unit: $text('unit'), day: false === $day ? null : $day, text: $text('q'), page: $page);
    }

    public function isAll(): bool
    {
        return '' === $this->who.$this->unit.$this->text && null === $this->day;
    }

    /** @return array<string, string|int> as it stands in an address */
    public function parameters(int $page): array
    {
        $parameters = ['who' => $this->who, 'unit' => $this->unit, 'day' => $this->day?->format('Y-m-d') ?? '', 'q' => $this->text];

        return array_filter($parameters, static fn (string $p): bool => '' !== $p) + (1 === $page ? [] : ['page' => $page]);
    }
}
