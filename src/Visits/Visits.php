<?php

declare(strict_types=1);

namespace Vorhut\App\Visits;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Vorhut\App\Bench\BenchRecords;
use Vorhut\App\Entity\SignedState;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\App\Entity\Visit;
use Vorhut\App\Entity\VisitFile;
use Vorhut\App\Entity\VisitRun;
use Vorhut\App\Live\LiveTests;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Runs\Runs;
use Vorhut\App\Vault\Seal;
use Vorhut\App\Vault\VaultClosed;
use Vorhut\Core\Profile\Step\RecordKind;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Setting\Settings;
use Vorhut\Core\Visit\ReadValue;
use Vorhut\Core\Visit\UnitDrift;
use Vorhut\Core\Visit\UnitDrifts;
use Vorhut\Core\Visit\UnitMarks;
use Vorhut\Core\Visit\ValueDrifts;

/** The visits of a job, what each of them found, and the files that were kept at them. */
final readonly class Visits
{
    /** Visits that are told of: each holds what was seen of every pair. */
    private const SHOWN = 20;

    public function __construct(
        private EntityManagerInterface $em,
        private LiveTests $tests,
        private JobReading $reading,
        private Runs $runs,
        private Seal $seal,
        private BenchRecords $records,
        private ClockInterface $clock,
    ) {}

    /** @return string|null why it does not begin; null where it does */
    public function begin(JobContext $context, User $by, bool $onSite, string $note): ?string
    {
        $last = $this->em->getRepository(VisitRun::class)->findOneBy(['job' => $context->stored], ['id' => 'DESC']);
        if (false === $last?->isOver()) {
            return 'A visit is running. Wait until it ends, or stop it.';
        }
        $refused = $this->tests->refusal($context, $onSite, $this->reading->digest($context->stored)->pairs);
        if (null === $refused) {
            $this->runs->start(VisitRun::wanted(job: $context->stored, user: $by, onSite: $onSite, note: $note, at: $this->clock->now()));
        }

        return $refused;
    }

    /** @return list<Visit> the latest ones, the last first */
    public function latest(StoredJob $stored): array
    {
        return $this->em->getRepository(Visit::class)->findBy(['job' => $stored], ['id' => 'DESC'], self::SHOWN);
    }

    /** The visit that says how everything was left: the last one before the signature, else the first of all. */
    public function baseline(Visit $visit): ?Visit
    {
        $signed = $this->signed($visit)?->getAt();
        $isMeant = 'v.id < :id AND v.onSite = :onSite';
        $of = ['id' => $visit->getId(), 'onSite' => $visit->isOnSite()];

        return (null === $signed ? null : $this->one($visit, $isMeant.' AND v.at <= :at', 'DESC', $of + ['at' => $signed]))
            ?? $this->one($visit, $isMeant, 'ASC', $of);
    }

    private function after(Visit $visit): ?Visit
    {
        return $this->one($visit, 'v.id > :id', 'ASC', ['id' => $visit->getId()]);
    }

    /**
     * @param "ASC"|"DESC" $order
     * @param array<string, mixed> $of
     */
    private function one(Visit $visit, string $where, string $order, array $of): ?Visit
    {
        $query = $this->em->getRepository(Visit::class)
            ->createQueryBuilder('v')
            ->where('v.job = :job AND '.$where)
            ->orderBy('v.id', $order)
            ->setMaxResults(1)
            ->setParameter('job', $visit->getJob());
        foreach ($of as $name => $value) {
            $query->setParameter($name, $value);
        }
        $found = $query->getQuery()->getOneOrNullResult();

        return $found instanceof Visit ? $found : null;
    }

    /** What was signed for last when somebody came. */
    public function signed(Visit $visit): ?SignedState
    {
        $found = $this->em->getRepository(SignedState::class)
            ->createQueryBuilder('s')
            ->where('s.job = :job AND s.at <= :at')
            ->orderBy('s.id', 'DESC')
            ->setMaxResults(1)
            ->setParameter('job', $visit->getJob())
            ->setParameter('at', $visit->getAt())
            ->getQuery()
            ->getOneOrNullResult();

        return $found instanceof SignedState ? $found : null;
    }

    /** @return list<UnitDrift> units first, then values that were read back at the bench */
    public function drift(JobContext $context, Visit $visit): array
    {
        return [
            ...(new UnitDrifts($context->job))->drifts($visit->getUnits(), $this->before($context, $visit)),
            ...ValueDrifts::drifts(new Settings($context->job), $this->read($context->stored, $visit)),
        ];
    }

    /** @return array<string, list<string>> names of units, by what of them could not be compared with anything */
    public function uncompared(JobContext $context, Visit $visit): array
    {
        return (new UnitDrifts($context->job))->uncompared($visit->getUnits(), $this->before($context, $visit));
    }

    /**
     * How everything was left; what nobody saw then is filled in by what visits since then wrote down.
     *
     * @return array<array-key, UnitMarks> by device
     */
    private function before(JobContext $context, Visit $visit): array
    {
        $baseline = $this->baseline($visit);
        $before = $baseline?->getUnits();
        if (null === $before) {
            // Nobody has looked before: what was set up is taken to have answered.
            foreach ($context->job->devices as $device) {
                $before[$device->id] = new UnitMarks($device->stage->isDone());
            }
        }
        $drifts = new UnitDrifts($context->job);
        foreach (null === $baseline ? [] : $this->between($baseline, $visit) as $units) {
            foreach ($units as $device => $kept) {
                $marks = $drifts->unplanned((string) $device, UnitMarks::kept(\is_array($kept) ? $kept : []));
                $before[$device] = ($before[$device] ?? new UnitMarks())->filled($marks);
            }
        }

        return $before ?? [];
    }

    /** @return iterable<array<array-key, mixed>> units of the visits between, without what was seen of pairs, which is much */
    private function between(Visit $first, Visit $last): iterable
    {
        $texts = $this->em->createQuery(
            'SELECT v.units FROM '.Visit::class.' v WHERE v.job = :job AND v.onSite = :onSite'
                .' AND v.id > :first AND v.id < :last ORDER BY v.id',
        )->setParameters([
            'job' => $last->getJob(),
            'onSite' => $last->isOnSite(),
            'first' => $first->getId(),
            'last' => $last->getId(),
        ])->getSingleColumnResult();
        foreach ($texts as $text) {
            yield Json::object(\is_string($text) ? $text : '{}');
        }
    }

    /** @return list<ReadValue> the last of each unit and setting, from the signature before the visit until the one after it */
    private function read(StoredJob $stored, Visit $visit): array
    {
        $signed = $this->signed($visit)?->getAt();
        $next = $this->after($visit)?->getAt();
        $read = [];
        foreach (null === $signed ? [] : $this->records->ofMany($stored) as $device => $records) {
            foreach ($records as $record) {
                $isMeant = $record->isDone() && $record->getAt() > $signed && (null === $next || $record->getAt() < $next);
                foreach ($isMeant ? $record->getKept() : [] as $kept) {
                    if (RecordKind::Read->value === $kept['kind'] && '' !== $kept['setting'] && !isset($kept['unread'])) {
                        $read[$device.' '.$kept['setting']] = new ReadValue((string) $device, $kept['setting'], $kept['value']);
                    }
                }
            }
        }

        return array_values($read);
    }

    /** @throws VaultClosed */
    public function keep(Visit $visit, string $device, string $name, #[\SensitiveParameter] string $bytes): VisitFile
    {
        $hash = hash('sha256', $bytes);
        $file = new VisitFile(
            visit: $visit,
            device: $device,
            name: $name,
            hash: $hash,
            bytes: \strlen($bytes),
            sealed: $this->seal->on($hash, base64_encode($bytes)),
        );
        $this->em->persist($file);
        $this->em->flush();

        return $file;
    }

    /** @throws VaultClosed */
    public function open(VisitFile $file): string
    {
        return (string) base64_decode($this->seal->open($file->getHash(), $file->getSealed()), true);
    }

    /** @return list<VisitFile> of all visits, in order */
    public function files(StoredJob $stored): array
    {
        /** @var list<VisitFile> $files */
        $files = $this->em->createQuery(
            'SELECT f, v FROM '.VisitFile::class.' f JOIN f.visit v WHERE v.job = :job ORDER BY v.id, f.id',
        )->setParameter('job', $stored)->getResult();

        return $files;
    }
}
