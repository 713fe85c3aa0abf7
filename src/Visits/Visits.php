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
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Lab\Labs;
use Vorhut\App\Runs\Runs;
use Vorhut\App\Vault\Seal;
use Vorhut\App\Vault\VaultClosed;
use Vorhut\Core\Profile\Step\RecordKind;
use Vorhut\Core\Setting\Settings;
use Vorhut\Core\Visit\ReadValue;
use Vorhut\Core\Visit\UnitDrift;
use Vorhut\Core\Visit\UnitDrifts;
use Vorhut\Core\Visit\UnitMarks;
use Vorhut\Core\Visit\ValueDrifts;

/** The visits of a job, what each of them found, and the files that were kept at them. */
final readonly class Visits
{
    public function __construct(
        private EntityManagerInterface $em,
        private Labs $labs,
        private Runs $runs,
        private Seal $seal,
        private BenchRecords $records,
        private ClockInterface $clock,
    ) {
    }

    /** @return string|null why it does not begin; null where it does */
    public function begin(JobInHand $hand, User $by, bool $onSite, string $note): ?string
    {
        if ($onSite && [] === $hand->stored->getFieldRanges()) {
            return 'Field mode is off: only the lab on 127.0.0.0/8 is contacted. A lead switches it on in the brief.';
        }
        if (!$onSite && null === $this->labs->blocks($hand->stored)) {
            return Labs::NONE;
        }
        $this->runs->start(VisitRun::of($hand->stored, $by, $onSite, $note, $this->clock->now()));

        return null;
    }

    /** @return list<Visit> the latest first */
    public function of(StoredJob $stored): array
    {
        return $this->em->getRepository(Visit::class)->findBy(['job' => $stored], ['id' => 'DESC']);
    }

    /** The visit that says how everything was left: the last one before the signature, else the first of all. */
    public function baseline(Visit $visit): ?Visit
    {
        $signed = $this->signed($visit)?->getAt();
        $baseline = null;
        foreach (array_reverse($this->of($visit->getJob())) as $other) {
            if ($other->getId() >= $visit->getId() || (null !== $baseline && $other->getAt() > $signed)) {
                break;
            }
            $baseline = $other->isOnSite() === $visit->isOnSite() ? $other : $baseline;
        }

        return $baseline;
    }

    /** What was signed for last when somebody came. */
    public function signed(Visit $visit): ?SignedState
    {
        foreach ($this->em->getRepository(SignedState::class)->findBy(['job' => $visit->getJob()], ['id' => 'DESC']) as $state) {
            if ($state->getAt() <= $visit->getAt()) {
                return $state;
            }
        }

        return null;
    }

    private function after(Visit $visit): ?Visit
    {
        foreach (array_reverse($this->of($visit->getJob())) as $other) {
            if ($other->getId() > $visit->getId()) {
                return $other;
            }
        }

        return null;
    }

    /** @return list<UnitDrift> units first, then values that were read back at the bench */
    public function drift(JobInHand $hand, Visit $visit): array
    {
        $before = $this->baseline($visit)?->getUnits();
        if (null === $before) {
            // Nobody has looked before: what was set up is taken to have answered.
            foreach ($hand->job->devices as $device) {
                $before[$device->id] = new UnitMarks($device->stage->isDone());
            }
        }

        return [
            ...(new UnitDrifts($hand->job))->of($visit->getUnits(), $before ?? []),
            ...ValueDrifts::of(new Settings($hand->job), $this->read($hand->stored, $visit)),
        ];
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
                    if (RecordKind::Read->value === $kept['kind'] && '' !== $kept['setting']) {
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
        $file = new VisitFile($visit, $device, $name, $hash, \strlen($bytes), $this->seal->on($hash, base64_encode($bytes)));
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
