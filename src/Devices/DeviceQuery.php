<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Symfony\Component\HttpFoundation\Request;

/** Which devices a person wants to see, and how. */
final readonly class DeviceQuery
{
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
            max(0, min(100000, $query->getInt('page'))),
            $query->getString('sel'),
        );
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
