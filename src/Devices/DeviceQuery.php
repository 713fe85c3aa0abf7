<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Symfony\Component\HttpFoundation\Request;

/** Which devices a person wants to see, and how. */
final readonly class DeviceQuery
{
    private const BEYOND = 100000;

    private function __construct(
        public string $filter,
        public string $sort,
        public string $only,
        public int $page,
        public string $selected,
    ) {
    }

    public static function of(Request $request): self
    {
        $query = $request->query;

        return new self(
            trim($query->getString('q')),
            $query->getString('sort', 'order'),
            $query->getString('only'),
            self::page($query->getString('page')),
            $query->getString('sel'),
        );
    }

    /** A number that is none, or beyond all pages, is the first or the last one. */
    private static function page(string $typed): int
    {
        return 1 === preg_match('/^\d{1,5}$/D', $typed) ? (int) $typed : (ctype_digit($typed) ? self::BEYOND : 0);
    }

    public function selecting(string $id): self
    {
        return new self($this->filter, $this->sort, $this->only, $this->page, $id);
    }

    /**
     * @param array<string, string|int> $changed
     *
     * @return array<string, string|int> parameters of an address
     */
    public function parameters(array $changed = []): array
    {
        $all = $changed + ['sort' => $this->sort, 'q' => $this->filter, 'only' => $this->only];

        return array_filter($all, static fn (string|int $v): bool => '' !== $v && 'order' !== $v);
    }
}
