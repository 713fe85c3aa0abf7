<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Location;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Profile\DeviceProfile;

/** What a column holds, told by what stands in it: a column of MACs is one whatever it is called. */
final readonly class ColumnContent
{
    /** Of the fields that are not empty so many must look alike. */
    private const MAX = 0.6;
    /** Rows that are looked at. */
    private const ROWS = 200;

    /** @param array<int, list<string>> $rows */
    public function __construct(private Job $job, private array $rows) {}

    /**
     * @param list<int> $open columns of which nothing is known
     * @param list<string> $known meanings that have a column already
     *
     * @return array<string, int> column by meaning
     */
    public function recognise(array $open, array $known): array
    {
        $found = [];
        foreach ($this->tests() as $meaning => $looks) {
            if (\in_array($meaning, $known, true)) {
                continue;
            }
            foreach (array_diff($open, $found) as $column) {
                if ($this->share($column, $looks) >= self::MAX && ('address' !== $meaning || $this->varies($column))) {
                    $found[$meaning] = $column;
                    break;
                }
            }
        }
        if (!\in_array('name', $known, true) && !\in_array('id', $known, true)) {
            foreach (array_diff($open, $found) as $column) {
                if ($this->isOwn($column)) {
                    $found['name'] = $column;
                    break;
                }
            }
        }

        return $found;
    }

    /** Whether what stands in a field could be what its column was told to hold by the others. */
    public function fits(string $meaning, string $field): bool
    {
        $looks = $this->tests()[$meaning] ?? null;

        return null === $looks || '' === $field || $looks($field);
    }

    /** @return array<string, \Closure(string): bool> by meaning; what is plainest first */
    private function tests(): array
    {
        $address = static fn (string $text): ?Ipv4Address => Ipv4Address::tryFrom(Ipv4Prefix::parts($text)[0]);
        $named = static fn (string ...$names): array => array_fill_keys(array_map(mb_strtolower(...), $names), true);
        $kinds = $named(...$this->job->profiles->ids(), ...array_map(static fn (DeviceProfile $p): string => $p->name, $this->profiles()));
        $places = $named(...array_map(static fn (Location $l): string => $l->name, array_values($this->job->locations)));
        $segments = $named(...array_map(static fn (Segment $s): string => $s->name, array_values($this->job->segments)));

        return [
            'mac' => static fn (string $text): bool => null !== MacAddress::tryFrom($text),
            DeviceColumns::MASK => static fn (string $text): bool => null !== $address($text)
                && str_starts_with($text, '255.'),
            'address' => static fn (string $text): bool => null !== $address($text) && !str_starts_with($text, '255.'),
            'gateway' => static fn (string $text): bool => null !== $address($text) && !str_starts_with($text, '255.'),
            'profile' => static fn (string $text): bool => isset($kinds[mb_strtolower($text)]),
            'location' => static fn (string $text): bool => isset($places[mb_strtolower($text)]),
            'segment' => static fn (string $text): bool => isset($segments[mb_strtolower($text)]),
        ];
    }

    /** @return list<DeviceProfile> */
    private function profiles(): array
    {
        return array_map($this->job->profiles->get(...), $this->job->profiles->ids());
    }

    /** @param \Closure(string): bool $looks */
    private function share(int $column, \Closure $looks): float
    {
        $fields = $this->fields($column);

        return [] === $fields ? 0.0 : \count(array_filter($fields, $looks)) / \count($fields);
    }

    /** One address for all is their gateway's. */
    private function varies(int $column): bool
    {
        $fields = $this->fields($column);

        return \count($fields) < 3 || \count(array_unique($fields)) > 0.5 * \count($fields);
    }

    /** Words, another one in each row: that is how units are called. */
    private function isOwn(int $column): bool
    {
        $fields = $this->fields($column);
        $words = array_filter($fields, static fn (string $f): bool => 1 === preg_match('/\p{L}{2}/u', $f));

        return \count($fields) > 1
            && \count($words) >= self::MAX * \count($fields)
            && \count(array_unique($fields)) >= 0.8 * \count($fields);
    }

    /** @return list<string> those that are not empty */
    private function fields(int $column): array
    {
        $fields = [];
        foreach (\array_slice($this->rows, 0, self::ROWS) as $row) {
            $field = trim($row[$column] ?? '');
            if ('' !== $field && '-' !== $field && '–' !== $field) {
                $fields[] = $field;
            }
        }

        return $fields;
    }
}
