<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

/** What somebody said of a list before it is taken over. */
final readonly class ListOrders
{
    /**
     * @param array<int, string> $columns meaning by column, '' for one that is left aside
     * @param array<array-key, string> $kinds id of a kind of unit by what the list calls it, in small letters
     * @param array<int, array<int, string>> $mended other text by line and column
     * @param bool $places whether places that the job lacks are made
     * @param bool $numbers whether extensions that the job lacks are made
     */
    public function __construct(
        public array $columns = [],
        public array $kinds = [],
        public array $mended = [],
        public bool $places = false,
        public bool $numbers = false,
    ) {}

    /** @param array<int, string> $columns */
    public function withColumns(array $columns): self
    {
        return new self(columns: $columns, kinds: $this->kinds, mended: $this->mended, places: $this->places, numbers: $this->numbers);
    }

    /** @return array<string, mixed> as they are kept; what was mended stands in the list by then */
    public function keep(): array
    {
        return ['columns' => $this->columns, 'kinds' => $this->kinds, 'places' => $this->places, 'numbers' => $this->numbers];
    }

    /** @param array<string, mixed> $kept */
    public static function kept(array $kept): self
    {
        $texts = static fn (mixed $map): array => array_filter(\is_array($map) ? $map : [], \is_string(...));
        $columns = array_filter($texts($kept['columns'] ?? []), \is_int(...), \ARRAY_FILTER_USE_KEY);

        return new self(
            $columns,
            $texts($kept['kinds'] ?? []),
            places: true === ($kept['places'] ?? null),
            numbers: true === ($kept['numbers'] ?? null),
        );
    }
}
