<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Symfony\Component\HttpFoundation\Request;
use Vorhut\Core\Job\Device;

/** Which devices a person wants to see, and how. */
final readonly class DeviceQuery
{
    /** Fields whose value alone is wanted. */
    public const NARROWING = ['profile', 'location', 'segment', 'stage'];
    private const BEYOND = 100000;
    private const REMEMBERED = 'device-columns';

    /**
     * @param array<string, string> $narrow wanted value by field, of those in NARROWING
     * @param list<string> $columns fields that are shown; none for the usual ones
     * @param string $value the setting of the selected device that is open
     * @param string $typed what was typed for it and refused
     */
    private function __construct(
        public string $filter,
        public string $sort,
        public string $only,
        public int $page,
        public string $selected,
        public array $narrow,
        public array $columns,
        public string $value = '',
        public string $typed = '',
    ) {}

    /** @return array<string, string> what a device has in the fields of NARROWING */
    public static function narrowing(Device $device): array
    {
        return [
            'profile' => $device->profile,
            'location' => (string) $device->location,
            'segment' => (string) ($device->interfaces[0] ?? null)?->segment,
            'stage' => $device->stage->value,
        ];
    }

    public static function fromRequest(Request $request): self
    {
        $query = $request->query;
        $narrow = [];
        foreach (self::NARROWING as $field) {
            $narrow[$field] = $query->getString($field);
        }

        return new self(
            filter: trim($query->getString('q')),
            sort: $query->getString('sort', 'order'),
            only: $query->getString('only'),
            page: self::page($query->getString('page')),
            selected: $query->getString('sel'),
            narrow: array_filter($narrow, static fn (string $v): bool => '' !== $v),
            columns: self::columns($request),
            value: $query->getString('value'),
            typed: $query->getString('typed'),
        );
    }

    /**
     * Chosen columns are remembered until the person logs out.
     *
     * @return list<string>
     */
    private static function columns(Request $request): array
    {
        $session = $request->hasSession() ? $request->getSession() : null;
        $chosen = $request->query->all()['columns'] ?? null;
        if (\is_array($chosen)) {
            $session?->set(self::REMEMBERED, $chosen);
        } else {
            $chosen = $session?->get(self::REMEMBERED);
        }

        return array_values(array_filter(\is_array($chosen) ? $chosen : [], \is_string(...)));
    }

    /** A number that is none, or beyond all pages, is the first or the last one. */
    private static function page(string $typed): int
    {
        return 1 === preg_match('/^\d{1,5}$/D', $typed) ? (int) $typed : (ctype_digit($typed) ? self::BEYOND : 0);
    }

    public function selecting(string $id): self
    {
        return new self(
            filter: $this->filter,
            sort: $this->sort,
            only: $this->only,
            page: $this->page,
            selected: $id,
            narrow: $this->narrow,
            columns: $this->columns,
        );
    }

    /**
     * @param array<string, string|int> $changed
     *
     * @return array<string, string|int> parameters of an address
     */
    public function parameters(array $changed = []): array
    {
        $all = $changed + ['sort' => $this->sort, 'q' => $this->filter, 'only' => $this->only] + $this->narrow;

        return array_filter($all, static fn (string|int $v): bool => '' !== $v && 'order' !== $v);
    }
}
