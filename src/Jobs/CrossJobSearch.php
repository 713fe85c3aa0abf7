<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Doctrine\DBAL\Connection;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\JobRoles;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\MacAddress;

/**
 * Looks a name, serial, host name, MAC, address or number up in all jobs: "this serial stood at another client last year".
 *
 * @phpstan-type Found array{job: string, client: string, slug: string, list: string, id: string, name: string, value: string}
 */
final readonly class CrossJobSearch
{
    private const MAX = 8;
    /** A shorter text would match half of everything. */
    private const SHORTEST = 3;

    public function __construct(private Connection $connection) {}

    /** @return list<Found> outside the job at hand, in jobs that this person sees */
    public function find(StoredJob $here, string $query, User $for): array
    {
        $query = trim($query);
        if (mb_strlen($query) < self::SHORTEST) {
            return [];
        }
        $parts = [];
        $values = ['here' => $here->getId()] + JobRoles::seenBy($for);
        foreach (self::looks($query) as $n => [$column, $operator, $value]) {
            $parts[] = \sprintf(
                '(SELECT id, %s AS value FROM plan_record WHERE %s %s :looked%d AND job_id <> :here LIMIT %d)',
                $column,
                $column,
                $operator,
                $n,
                4 * self::MAX,
            );
            $values['looked'.$n] = $value;
        }
        $sql = 'SELECT j.name AS job, j.client, j.slug, r.list, r.slug AS id, r.name, MIN(f.value) AS value FROM ('
            .implode(' UNION ALL ', $parts)
            .') f'
            .' JOIN plan_record r ON r.id = f.id JOIN job j ON j.id = r.job_id WHERE j.ready = 1 AND '
            .JobRoles::SEEN
            .' GROUP BY r.id, r.list, r.slug, r.name, r.position, j.name, j.client, j.slug, j.created_at ORDER BY '
            .'j.created_at DESC, r.position LIMIT '
            .self::MAX;
        /** @var list<Found> $found */
        $found = $this->connection->fetchAllAssociative($sql, $values);

        return $found;
    }

    /** @return list<array{string, string, string}> column, operator and value, each served by an index */
    private static function looks(string $query): array
    {
        $begins = addcslashes($query, '\\%_').'%';
        $looks = [['name', 'LIKE', $begins], ['serial', '=', $query], ['hostname', '=', $query]];
        $mac = MacAddress::tryFrom($query);
        $address = Ipv4Address::tryFrom($query);
        foreach ([1, 2] as $port) {
            if (null !== $mac) {
                $looks[] = ['mac_'.$port, '=', $mac->digits];
            }
            if (null !== $address) {
                $looks[] = ['address_'.$port, '=', (string) $address];
            }
        }
        if (ctype_digit($query)) {
            $looks[] = ['number', '=', $query];
        }

        return $looks;
    }
}
