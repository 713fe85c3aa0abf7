<?php

declare(strict_types=1);

namespace Vorhut\App\Demo;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Vorhut\App\Bench\BenchRecords;
use Vorhut\App\Bench\StepRecorded;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\App\Vault\Vault;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Licence;
use Vorhut\Core\Profile\Step\RecordKind;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\Progress;
use Vorhut\Core\Runbook\RecordedValue;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Runbook\RunbookStep;
use Vorhut\Core\Secret\SecretNeeds;
use Vorhut\Core\Setting\Settings;

/** What a demo job looks like in the middle of the work: a third of the units signed for as far as they are, days counted from today. */
final readonly class DemoWork
{
    private const EVERY = 3;
    private const DAYS_LEFT = 5;
    private const MINUTES = 7;

    public function __construct(
        private EntityManagerInterface $em,
        private BenchRecords $records,
        private Vault $vault,
        private ClockInterface $clock,
    ) {}

    /** The same job with today as the day on site, and the unlock that ends soon ending in some days from now. */
    public function asOfToday(Job $job, string $text): string
    {
        $today = $this->clock->now()->setTimezone(new \DateTimeZone($job->info->timezone));
        $ends = $today->modify(\sprintf('+%d days', self::DAYS_LEFT));
        $text = str_replace('"on": "'.$job->info->visit->on.'"', '"on": "'.$today->format('Y-m-d').'"', $text);
        foreach ($job->all(Licence::class) as $licence) {
            if (null !== $licence->until) {
                $text = str_replace('"'.$licence->until.'"', '"'.$ends->format('Y-m-d').'"', $text);
            }
        }

        return $text;
    }

    public function record(StoredJob $stored, Job $job, User $by): void
    {
        $runbooks = new Runbooks(new Settings($job));
        $rows = $this->records->rows($stored);
        $minutes = 0;
        foreach (array_values($job->devices) as $index => $device) {
            if (0 !== $index % self::EVERY) {
                continue;
            }
            $this->keep($stored, $job, $device, $by);
            foreach ($runbooks->runbook($device)->steps as $step) {
                if ($this->isBehind($device, $step)) {
                    $recorded = new StepRecorded($step->id, true, kept: self::kept($device, $step));
                    $at = $this->clock->now()->modify(\sprintf('-1 day +%d minutes', $minutes += self::MINUTES));
                    $this->em->persist($this->records->new($rows[$device->id], $recorded, $by, $at));
                }
            }
            $minutes = $minutes > 400 ? 0 : $minutes;
        }
        $this->em->flush();
    }

    /** Its secrets, and that it has them where the work on it is past that. */
    private function keep(StoredJob $stored, Job $job, Device $device, User $by): void
    {
        foreach ('' === $this->vault->closed() ? (new SecretNeeds(new Settings($job)))->needs($device) : [] as $need) {
            $secret = $this->vault->make($stored, $need, $by);
            if (!$device->stage->isFactoryState()) {
                $secret->typed($this->clock->now()->modify('-1 day'));
            }
        }
    }

    private function isBehind(Device $device, RunbookStep $step): bool
    {
        return WorkStage::Ask !== $step->stage && Progress::covers($device->stage, $step->stage);
    }

    /** @return list<RecordedValue> */
    private static function kept(Device $device, RunbookStep $step): array
    {
        $kept = [];
        foreach ($step->record as $record) {
            $value = match (true) {
                RecordKind::Read === $record->kind && 'mac' === $step->reads => (string) ($device->interfaces[0] ?? null)?->mac,
                RecordKind::Read === $record->kind && 'address' === $record->setting => (string) $device->primaryAddress()?->address,
                RecordKind::AsFound === $record->kind && null !== $device->firmware => $device->firmware,
                default => '',
            };
            if ('' !== $value) {
                $kept[] = new RecordedValue($record->kind, $record->label, $value, RecordKind::Read === $record->kind ? true : null);
            }
        }

        return $kept;
    }
}
