<?php

declare(strict_types=1);

namespace Vorhut\Field\Dns;

use Vorhut\Core\Net\Service;

/** What one unit tells of its services: enumeration, instances, where they are (RFC 6763, sections 4, 5, 6, 9 and 12). */
final readonly class ServiceBook
{
    public const ENUMERATION = ['_services', '_dns-sd', '_udp', 'local'];
    private const LEGACY_SECONDS = 10;
    /** Registered names of the services units offer (RFC 6335). */
    private const TYPES = ['tcp/80' => '_http', 'tcp/443' => '_https', 'tcp/554' => '_rtsp', 'udp/5060' => '_sip', 'udp/123' => '_ntp'];

    /** @param list<Service> $services */
    public function __construct(private string $name, private string $host, private string $address, private array $services) {}

    /**
     * The answer to a query, or null where nothing is asked that this unit has.
     *
     * @param bool $isLegacy asked from another port than 5353, by one who knows no multicast DNS: the answer repeats id and question, and
     *                       is not kept longer than ten seconds (RFC 6762, section 6.7)
     */
    public function answer(DnsMessage $query, bool $isLegacy): ?DnsMessage
    {
        $all = $this->records();
        $records = $besides = [];
        foreach ($query->questions as $question) {
            foreach ($all as $record) {
                if ($record->isNamed($question->name) && \in_array($question->type, [$record->type, DnsRecord::ANY], true)) {
                    $records[] = $record;
                    array_push($besides, ...$this->besides($record, $all));
                }
            }
        }
        $records = self::once($records);
        $besides = array_values(array_filter(self::once($besides), static fn (DnsRecord $r): bool => !\in_array($r, $records, true)));

        return match (true) {
            [] === $records => null,
            $isLegacy => new DnsMessage(
                id: $query->id,
                isResponse: true,
                questions: $query->questions,
                records: self::soonGone($records),
                besides: self::soonGone($besides),
            ),
            default => new DnsMessage(id: 0, isResponse: true, questions: [], records: $records, besides: $besides),
        };
    }

    /**
     * @param list<DnsRecord> $records
     *
     * @return list<DnsRecord>
     */
    private static function soonGone(array $records): array
    {
        return array_map(static fn (DnsRecord $r): DnsRecord => $r->within(self::LEGACY_SECONDS), $records);
    }

    /**
     * @param list<DnsRecord> $records
     *
     * @return list<DnsRecord>
     */
    private static function once(array $records): array
    {
        return array_values(array_unique($records, \SORT_REGULAR));
    }

    /** @return list<DnsRecord> */
    private function records(): array
    {
        $host = [$this->host, 'local'];
        $records = [new DnsRecord($host, DnsRecord::A, [$this->address])];
        foreach ($this->services as $service) {
            $type = self::TYPES[(string) $service] ?? null;
            if (null === $type) {
                continue;
            }
            $kind = [$type, '_'.$service->protocol->value, 'local'];
            $instance = [mb_strcut($this->name, 0, 63), ...$kind];
            array_push(
                $records,
                new DnsRecord(self::ENUMERATION, DnsRecord::PTR, $kind),
                new DnsRecord($kind, DnsRecord::PTR, $instance),
                new DnsRecord($instance, DnsRecord::SRV, $host, $service->firstPort ?? 0),
                new DnsRecord($instance, DnsRecord::TXT),
            );
        }

        return $records;
    }

    /**
     * Section 12: what will be asked next comes along.
     *
     * @param list<DnsRecord> $all
     *
     * @return list<DnsRecord>
     */
    private function besides(DnsRecord $record, array $all): array
    {
        if (DnsRecord::PTR !== $record->type && DnsRecord::SRV !== $record->type || $record->isNamed(self::ENUMERATION)) {
            return [];
        }
        $more = [];
        foreach ($all as $other) {
            if (DnsRecord::PTR !== $other->type && $other->isNamed($record->target)) {
                array_push($more, $other, ...$this->besides($other, $all));
            }
        }

        return $more;
    }
}
