<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Vorhut\App\Entity\SweepRun;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\AddressRange;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Planning\AddressBook;

/** Lists of addresses to look at: read from ranges, prefixes or a CSV column, shown beside the plan, written as CSV. */
final class SweepList
{
    private const MAX = 2048;

    /**
     * Addresses, ranges and prefixes, anything between them; other words, such as those of a CSV, are passed over.
     *
     * @return non-empty-list<string>
     *
     * @throws InvalidValue
     */
    public static function read(string $text): array
    {
        $values = [];
        preg_match_all('#\d+\.\d+\.\d+\.\d+(?:\s*-\s*\d+(?:\.\d+\.\d+\.\d+)?|/\d+)?#', $text, $matches);
        foreach ($matches[0] as $part) {
            if (str_contains($part, '/')) {
                $prefix = Ipv4Prefix::fromString($part);
                $range = new AddressRange($prefix->firstHost(), $prefix->lastHost());
            } else {
                $range = AddressRange::fromString($part);
            }
            if ($range->count() + \count($values) > self::MAX) {
                throw new InvalidValue($part, \sprintf('at most %d addresses', self::MAX), 'Sweep one subnet at a time.');
            }
            for ($value = $range->first->value; $value <= $range->last->value; ++$value) {
                $values[$value] = (string) Ipv4Address::fromInt($value);
            }
        }
        ksort($values);

        if ([] === $values) {
            $given = mb_strimwidth($text, 0, 40, '…');
            throw new InvalidValue($given, 'addresses, ranges or prefixes', 'Such as 10.47.60.1-126 or 10.47.60.0/25.');
        }

        return array_values($values);
    }

    /** @return list<array{address: string, device: string|null, name: string, answers: list<string>, verdict: string}> */
    public static function rows(Job $job, SweepRun $run): array
    {
        $book = new AddressBook($job);
        $answers = $run->getAnswers();
        $rows = [];
        foreach ($run->getAddresses() as $address) {
            $planned = Ipv4Address::fromString($address);
            $owner = $book->owner($planned);
            $device = true === ($owner['isDevice'] ?? null) ? $owner['id'] : null;
            $heard = $answers[$address] ?? [];
            $use = $book->use($planned);
            $rows[] = [
                'address' => $address,
                'device' => $device,
                'name' => $owner['name'] ?? '',
                'answers' => $heard,
                'verdict' => match (true) {
                    [] === $heard => $use->whenSilent(),
                    null !== $device && !self::fits($device, $heard) => 'different device',
                    default => $use->whenHeard(),
                },
            ];
        }

        return $rows;
    }

    public static function write(Job $job, SweepRun $run): string
    {
        $lines = ['address,name,answers,verdict'];
        foreach (self::rows($job, $run) as $row) {
            $lines[] = implode(
                ',',
                array_map(
                    static fn (string $v): string => '"'
                        .str_replace('"', '""', 1 === preg_match('/^[=+\-@]/', $v) ? "'".$v : $v)
                        .'"',
                    [$row['address'], $row['name'], implode(' · ', $row['answers']), $row['verdict']],
                ),
            );
        }

        return implode("\r\n", $lines)."\r\n";
    }

    /**
     * Only a poll's answer names the unit.
     *
     * @param list<string> $heard
     */
    private static function fits(string $device, array $heard): bool
    {
        foreach ($heard as $text) {
            if (str_starts_with($text, 'poll ') && substr($text, 5) !== $device) {
                return false;
            }
        }

        return true;
    }
}
