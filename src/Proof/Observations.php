<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Cache\ItemInterface;
use Vorhut\App\Entity\Observation;
use Vorhut\App\Entity\StoredJob;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\Span;

/** What was seen of a job's pairs, the last word on each: counted for all, read only for those that are looked at. */
final readonly class Observations
{
    private const KEPT_FOR = 'P1D';
    private const LATEST = 'SELECT MAX(id) AS id FROM observation WHERE job_id = :job AND withdrawn = 0';

    public function __construct(private EntityManagerInterface $em, private CacheInterface $cache)
    {
    }

    /** @return array<string, array{holding: int, all: int}> pairs with an observation by intent; what was not asked does not count */
    public function counts(StoredJob $stored): array
    {
        return $this->cache->get($this->key($stored), function (ItemInterface $item) use ($stored): array {
            $item->expiresAfter(new \DateInterval(self::KEPT_FOR));
            $sql = 'SELECT o.intent, o.span, COUNT(*) AS pairs FROM observation o'
                .' JOIN ('.self::LATEST.' GROUP BY intent, asker, asked) l ON l.id = o.id GROUP BY o.intent, o.span';
            $counts = [];
            /** @var iterable<array{intent: string, span: string, pairs: int}> $rows */
            $rows = $this->em->getConnection()->iterateAssociative($sql, ['job' => $stored->getId()]);
            foreach ($rows as $row) {
                $span = Span::from($row['span']);
                $counts[$row['intent']] ??= ['holding' => 0, 'all' => 0];
                $counts[$row['intent']]['all'] += Span::Untried === $span ? 0 : $row['pairs'];
                $counts[$row['intent']]['holding'] += $span->holds() ? $row['pairs'] : 0;
            }

            return $counts;
        });
    }

    /**
     * @param list<Pair> $pairs
     *
     * @return array<string, Observation> by pair
     */
    public function of(StoredJob $stored, string $intent, array $pairs): array
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

    /** Another one as soon as something was seen or taken back; both are read from an index. */
    private function key(StoredJob $stored): string
    {
        $sql = 'SELECT CONCAT_WS("-", (SELECT MAX(id) FROM observation WHERE job_id = :job),'
            .' (SELECT COUNT(*) FROM observation WHERE job_id = :job AND withdrawn = 1))';
        $state = $this->em->getConnection()->fetchOne($sql, ['job' => $stored->getId()]);

        return \sprintf('seen-%d-%s', $stored->getId(), \is_string($state) ? $state : '');
    }
}
