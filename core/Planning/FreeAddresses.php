<?php

declare(strict_types=1);

namespace Vorhut\Core\Planning;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Subnet;
use Vorhut\Core\Net\AddressRange;
use Vorhut\Core\Net\Ipv4Address;

/** Which addresses of a subnet nobody has, leases, reserves or was seen on. */
final class FreeAddresses
{
    /** Of a larger subnet only so many addresses are looked at. */
    private const WINDOW = 65536;

    private readonly int $first;
    private readonly int $last;

    /** @var list<array{int, int}> ranges that are handed out or kept free, rising */
    private array $kept = [];

    /** @var list<array{int, int}> room kept behind runs */
    private array $gaps = [];

    /** @var array<int, int> where to look on from an address that was found taken */
    private array $beyond = [];

    /**
     * @param array<int, true> $taken
     * @param bool $leased whether addresses of leased ranges count as free: a server may reserve them for one unit
     */
    private function __construct(private array $taken, Subnet $subnet, bool $leased)
    {
        $this->first = $subnet->prefix->firstHost()->value;
        $this->last = $subnet->prefix->lastHost()->value;
        $ranges = $leased ? $subnet->reserved : [...$subnet->dhcp, ...$subnet->reserved];
        $this->kept = array_map(static fn (AddressRange $r): array => [$r->first->value, $r->last->value], $ranges);
        sort($this->kept);
        if (null !== $subnet->gateway) {
            $this->take($subnet->gateway->value);
        }
    }

    /** @param list<Ipv4Address> $seen addresses that answered an earlier scan */
    public static function inSubnet(Job $job, Subnet $subnet, array $seen = [], bool $leased = false): self
    {
        $taken = $job->takenAddresses();
        foreach ($seen as $address) {
            $taken[$address->value] = true;
        }

        return new self($taken, $subnet, $leased);
    }

    /** @param array<int, true> $taken what the job has planned, where many subnets of it are looked at */
    public static function besides(array $taken, Subnet $subnet): self
    {
        return new self($taken, $subnet, false);
    }

    public function take(int $value): void
    {
        $this->taken[$value] = true;
    }

    /** Leaves room behind a run for units that come later; given up only where space is short. */
    public function keepGap(int $last, int $gap): void
    {
        $this->gaps[] = [$last + 1, $last + $gap];
    }

    public function isFree(int $value): bool
    {
        return $value >= $this->first && $value <= $this->last && !isset($this->taken[$value]) && null === $this->endOfKept($value);
    }

    /** The first free address that is not less; null where the subnet ends before. */
    public function from(int $value): ?int
    {
        $passed = [];
        $value = max($value, $this->first);
        while ($value <= $this->last && !$this->isFree($value)) {
            $passed[] = $value;
            $value = $this->beyond[$value] ?? ($this->endOfKept($value) ?? $value) + 1;
        }
        foreach ($passed as $taken) {
            $this->beyond[$taken] = $value;
        }

        return $value <= $this->last ? $value : null;
    }

    public function isRun(int $start, int $count): bool
    {
        for ($value = $start; $value < $start + $count; ++$value) {
            if (!$this->isFree($value)) {
                return false;
            }
        }

        return true;
    }

    /** The first run that begins with a number a person finds again, a multiple of the step, with free room behind it. */
    public function findRun(int $step, int $count, int $gap): ?int
    {
        $limit = min($this->last, $this->first + self::WINDOW);
        $start = self::tidy($this->first, $step);
        while ($start + $count - 1 <= $limit) {
            $blocked = $this->lastBlocked($start, $count + $gap, $start + $count + $gap - 1 > $limit ? $limit : null);
            if (null === $blocked) {
                return $start;
            }
            $start = self::tidy($blocked + 1, $step);
        }

        return null;
    }

    /** @return list<int> */
    public function scattered(int $count): array
    {
        $values = [];
        $value = $this->from($this->first);
        while (null !== $value && \count($values) < $count) {
            $values[] = $value;
            $value = $this->from($value + 1);
        }

        return $values;
    }

    /** The next address whose last number is a multiple of the step, and not 0. */
    private static function tidy(int $value, int $step): int
    {
        $last = $value & 0xFF;
        $tidy = max(1, (int) ceil($last / $step)) * $step;

        return $tidy > 0xFF ? ($value | 0xFF) + 1 + $step : $value - $last + $tidy;
    }

    /** The last address of the leased or reserved range that holds the address. */
    private function endOfKept(int $value): ?int
    {
        foreach ($this->kept as [$first, $last]) {
            if ($value >= $first && $value <= $last) {
                return $last;
            }
        }

        return null;
    }

    /** The highest address in the stretch that is not free, or null. */
    private function lastBlocked(int $start, int $count, ?int $limit): ?int
    {
        $end = null === $limit ? $start + $count - 1 : min($limit, $start + $count - 1);
        for ($value = $end; $value >= $start; --$value) {
            if (!$this->isFree($value) || $this->inGap($value)) {
                return $value;
            }
        }

        return null;
    }

    private function inGap(int $value): bool
    {
        foreach ($this->gaps as [$first, $last]) {
            if ($value >= $first && $value <= $last) {
                return true;
            }
        }

        return false;
    }
}
