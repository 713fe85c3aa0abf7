<?php

declare(strict_types=1);

namespace Vorhut\Tests\Support;

use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\Json;

/** A plan in which every id is a number: as keys of PHP's arrays these become integers. */
final class DigitIds
{
    /** Keys whose values are words of the format and no ids. */
    private const WORDS = [
        'kind', 'mode', 'family', 'expect', 'service', 'type', 'medium', 'does', 'name', 'role', 'direction', 'signal', 'profile', 'module',
    ];

    public static function demo(): Job
    {
        $data = Json::object(Jobs::demoText());
        $ids = [];
        $number = 100;
        foreach (self::ids($data) as $id) {
            $ids[$id] ??= (string) ++$number;
        }

        return JobFile::read(Json::line(self::renamed($data, $ids, '')), ShippedProfiles::load());
    }

    /** @return iterable<string> */
    private static function ids(mixed $value): iterable
    {
        foreach (\is_array($value) ? $value : [] as $item) {
            if (\is_array($item) && \is_string($item['id'] ?? null)) {
                yield $item['id'];
            } else {
                yield from self::ids($item);
            }
        }
    }

    /** @param array<array-key, string> $ids */
    private static function renamed(mixed $value, array $ids, string $key): mixed
    {
        if (\is_array($value)) {
            foreach ($value as $name => $item) {
                $value[$name] = self::renamed($item, $ids, \is_string($name) ? $name : $key);
            }

            return $value;
        }
        if (!\is_string($value) || \in_array($key, self::WORDS, true)) {
            return $value;
        }
        if (isset($ids[$value])) {
            return $ids[$value];
        }
        $before = 1 === preg_match('#^(?:device|segment|location|trunk):#', $value, $m) ? $m[0] : '';
        $id = '' === $before ? explode('/', $value)[0] : substr($value, \strlen($before));

        return isset($ids[$id]) ? $before.$ids[$id].substr($value, \strlen($before.$id)) : $value;
    }
}
