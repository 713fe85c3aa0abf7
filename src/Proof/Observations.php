<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Cache\CacheItemPoolInterface;
use Vorhut\App\Entity\Observation;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Plan\JobContext;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Proof\SeenCounts;
use Vorhut\Core\Proof\SeenIn;

/** What was seen of a job's pairs, the last word on each: counted for all, read only for those that are looked at. */
final readonly class Observations
{
    private const KEPT_FOR = 'P7D';
    private const LATEST = 'SELECT MAX(id) AS id FROM observation WHERE job_id = :job AND withdrawn = 0';

    public function __construct(private EntityManagerInterface $em, private CacheItemPoolInterface $cache) {}

    /**
     * Counted on from what was counted last; anew only where something was taken back meanwhile.
     *
     * @return array<string, SeenCounts> by intent; what was not asked does not count
     */
    public function counts(StoredJob $stored): array
    {
        [$last, $withdrawn] = $this->state($stored);
        $item = $this->cache->getItem('seen-by-place-'.JobContext::keyOf($stored, 0));
        /** @var array{int, int, array<string, SeenCounts>}|null $kept */
        $kept = $item->get();
        [$from, $counts] = null !== $kept && $kept[1] === $withdrawn && $kept[0] <= $last ? [$kept[0], $kept[2]] : [0, []];
        if ($from === $last) {
            return $counts;
        }
        foreach ($this->turned($stored, $from) as $turned) {
            ['intent' => $intent, 'site' => $site, 'before' => $before, 'now' => $now, 'pairs' => $pairs] = $turned;
            $where = 1 === (int) $site ? SeenIn::Site : SeenIn::Lab;
            foreach ([[$before, -$pairs], [$now, $pairs]] as [$span, $more]) {
                $span = PairVerdict::tryFrom($span) ?? PairVerdict::Untried;
                $seen = PairVerdict::Untried === $span ? 0 : $more;
                $counts[$intent] = ($counts[$intent] ?? new SeenCounts())->with($where, $seen, $span->holds() ? $more : 0);
            }
        }
        $this->cache->save($item->set([$last, $withdrawn, $counts])->expiresAfter(new \DateInterval(self::KEPT_FOR)));

        return $counts;
    }

    /**
     * @param list<Pair> $pairs
     *
     * @return array<string, Observation> by pair
     */
    public function observations(StoredJob $stored, string $intent, array $pairs): array
    {
        if ([] === $pairs) {
            return [];
        }
        $ids = $this->em->getConnection()->fetchFirstColumn(
            self::LATEST.' AND intent = :intent AND asker IN (:askers) AND asked IN (:asked) GROUP BY asker, asked',
            [
                'job' => $stored->getId(),
                'intent' => $intent,
                'askers' => array_values(array_unique(array_map(static fn (Pair $p): string => $p->from, $pairs))),
                'asked' => array_values(array_unique(array_map(static fn (Pair $p): string => $p->to, $pairs))),
            ],
            ['askers' => ArrayParameterType::STRING, 'asked' => ArrayParameterType::STRING],
        );
        /** @var list<Observation> $all */
        $all = $this->em->getRepository(Observation::class)
            ->createQueryBuilder('o')
            ->leftJoin('o.user', 'u')
            ->addSelect('u')
            ->where('o.id IN (:ids)')
            ->setParameter('ids', $ids)
            ->getQuery()
            ->getResult();
        $seen = [];
        foreach ($all as $observation) {
            $seen[$observation->getPair()] = $observation;
        }

        return $seen;
    }

    /**
     * Pairs of which the last word from one place contradicts the last word from another.
     *
     * @return array<string, non-empty-list<array{vantage: string, span: PairVerdict, at: \DateTimeImmutable}>> by intent and pair
     */
    public function conflicts(StoredJob $stored): array
    {
        $sql = 'SELECT o.intent, o.asker, o.asked, o.vantage, o.span, o.at FROM observation o JOIN ('.self::LATEST
            .' AND vantage IS NOT NULL GROUP BY intent, asker, asked, vantage) l ON l.id = o.id ORDER BY o.at DESC, o.id DESC';
        $pairs = [];
        /** @var array{intent: string, asker: string, asked: string, vantage: string, span: string, at: string} $row */
        foreach ($this->em->getConnection()->fetchAllAssociative($sql, ['job' => $stored->getId()]) as $row) {
            $span = PairVerdict::tryFrom($row['span']) ?? PairVerdict::Untried;
            if (PairVerdict::Untried !== $span) {
                $at = new \DateTimeImmutable($row['at'], new \DateTimeZone('UTC'));
                $key = \sprintf('%s %s>%s', $row['intent'], $row['asker'], $row['asked']);
                $pairs[$key][] = ['vantage' => $row['vantage'], 'span' => $span, 'at' => $at];
            }
        }

        return array_filter($pairs, self::differ(...));
    }

    /** @param non-empty-list<array{vantage: string, span: PairVerdict, at: \DateTimeImmutable}> $words */
    private static function differ(array $words): bool
    {
        $holds = array_map(static fn (array $word): bool => $word['span']->holds(), $words);

        return \count(array_unique($holds)) > 1;
    }

    /**
     * The last word on each pair of some intents, the newest first.
     *
     * @param list<string> $intents
     *
     * @return list<array{intent: string, asker: string, asked: string, span: PairVerdict, at: \DateTimeImmutable}>
     */
    public function latest(StoredJob $stored, array $intents, int $max): array
    {
        $sql = 'SELECT o.intent, o.asker, o.asked, o.span, o.at FROM observation o JOIN ('.self::LATEST
            .' AND intent IN (:intents) GROUP BY intent, asker, asked) l ON l.id = o.id ORDER BY o.id DESC LIMIT '.$max;
        $rows = [] === $intents ? [] : $this->em->getConnection()->fetchAllAssociative(
            $sql,
            ['job' => $stored->getId(), 'intents' => $intents],
            ['intents' => ArrayParameterType::STRING],
        );
        $latest = [];
        /** @var array{intent: string, asker: string, asked: string, span: string, at: string} $row */
        foreach ($rows as $row) {
            $span = PairVerdict::tryFrom($row['span']) ?? PairVerdict::Untried;
            $latest[] = ['span' => $span, 'at' => new \DateTimeImmutable($row['at'], new \DateTimeZone('UTC'))] + $row;
        }

        return $latest;
    }

    /** @return array{int, int} number of the last observation, and what stands for those taken back; both are read from an index */
    private function state(StoredJob $stored): array
    {
        $sql = 'SELECT (SELECT MAX(id) FROM observation WHERE job_id = :job),'
            .' (SELECT BIT_XOR(CRC32(id)) FROM observation WHERE job_id = :job AND withdrawn = 1)';
        /** @var array{int|null, int}|false $row */
        $row = $this->em->getConnection()->fetchNumeric($sql, ['job' => $stored->getId()]);

        return false === $row ? [0, 0] : [$row[0] ?? 0, $row[1]];
    }

    /**
     * The last words that came after a number, from the lab and from the site each.
     *
     * @return iterable<array{intent: string, site: int|string, before: string, now: string, pairs: int}>
     */
    private function turned(StoredJob $stored, int $after): iterable
    {
        $before = 'SELECT p.span FROM observation p FORCE INDEX (observation_pair)'
            .' WHERE p.job_id = :job AND p.withdrawn = 0 AND p.intent = o.intent AND p.on_site = o.on_site'
            .' AND p.asker = o.asker AND p.asked = o.asked AND p.id <= :after ORDER BY p.id DESC LIMIT 1';
        // Few are new: they stand at the end, and the index by pair would be read whole for them.
        $from = 0 === $after ? 'observation' : 'observation FORCE INDEX (PRIMARY)';
        $latest = 'SELECT MAX(id) AS id FROM '.$from
            .' WHERE job_id = :job AND withdrawn = 0 AND id > :after GROUP BY intent, asker, asked, on_site';
        $before = 0 === $after ? '""' : 'COALESCE(('.$before.'), "")';
        $sql = 'SELECT intent, site, `before`, now, COUNT(*) AS pairs FROM ('
            .'SELECT o.intent, o.on_site AS site, o.span AS now, '.$before.' AS `before` FROM observation o'
            .' JOIN ('.$latest.') l ON l.id = o.id'
            .') turned GROUP BY intent, site, `before`, now';
        /** @var iterable<array{intent: string, site: int|string, before: string, now: string, pairs: int}> $rows */
        $rows = $this->em->getConnection()->iterateAssociative($sql, ['job' => $stored->getId(), 'after' => $after]);

        return $rows;
    }
}
