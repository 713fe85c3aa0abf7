<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Classes;

/** Reads what was written in older shapes: files, stored records and journal entries alike. */
final readonly class Upcasters
{
    /** @var list<Upcaster> by version */
    private array $upcasters;

    /**
     * @param list<Upcaster> $upcasters
     * @param int $current the version that is written today
     */
    public function __construct(array $upcasters, public int $current = JobFile::VERSION)
    {
        usort($upcasters, static fn (Upcaster $a, Upcaster $b): int => $a->version() <=> $b->version());
        $this->upcasters = $upcasters;
    }

    /** Those of the folder Upcast. */
    public static function shipped(): self
    {
        $classes = Classes::in(__DIR__.'/Upcast', __NAMESPACE__.'\Upcast', Upcaster::class);

        return new self(array_map(static fn (string $class): Upcaster => new $class(), $classes));
    }

    /**
     * @param array<string, mixed>|null $record
     * @param int $from the version it was written in
     *
     * @return ($record is null ? null : array<string, mixed>)
     */
    public function raise(string $list, ?array $record, int $from): ?array
    {
        if (null === $record || $from >= $this->current) {
            return $record;
        }
        foreach ($this->upcasters as $upcaster) {
            if ($upcaster->list() === $list && $upcaster->version() > $from) {
                $record = $upcaster->raise($record);
            }
        }

        /** @var array<string, mixed> $record */
        return $record;
    }
}
