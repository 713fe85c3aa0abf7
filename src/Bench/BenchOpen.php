<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\App\Entity\BenchRecord;
use Vorhut\App\Plan\JobContext;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Setting\Settings;

/** What of recorded steps is still open: what was not read, and what the plan says otherwise by now. */
final readonly class BenchOpen
{
    public function __construct(private BenchRecords $records) {}

    /** @return array<array-key, list<string>> what was not read, and why, by unit */
    public function unread(JobContext $context): array
    {
        $unread = [];
        foreach ($this->records->ofMany($context->stored) as $id => $records) {
            foreach (array_filter($records, self::counts(...)) as $record) {
                foreach ($record->getKept() as $kept) {
                    if (isset($kept['unread'])) {
                        $unread[$id][] = \sprintf('%s (%s)', $kept['label'], $kept['unread']);
                    }
                }
            }
        }

        return $unread;
    }

    /** @return array<array-key, list<string>> what was set at units otherwise than it is planned now, by unit */
    public function changed(JobContext $context): array
    {
        $settings = new Settings($context->job);
        $changed = [];
        foreach ($this->records->ofMany($context->stored) as $id => $records) {
            $device = $context->job->devices[$id] ?? null;
            $said = null === $device ? [] : self::changedAt($settings, $device, $records);
            $changed += [] === $said ? [] : [$id => array_values(array_unique(array_merge(...array_values($said))))];
        }

        return $changed;
    }

    /**
     * @param array<array-key, BenchRecord> $records the last of each step
     *
     * @return array<array-key, list<string>> what is to be done again, by step
     */
    public static function changedAt(Settings $settings, Device $device, array $records): array
    {
        $changed = [];
        foreach (array_filter($records, self::counts(...)) as $step => $record) {
            foreach ($record->getPlanned() as $setting => $was) {
                $value = $settings->value($device, (string) $setting);
                $is = null === $value ? $was : $value->text();
                if ($is !== $was) {
                    $name = null === $value ? (string) $setting : $value->setting->name;
                    $changed[$step][] = \sprintf('%s was %s, is %s', $name, '' === $was ? 'nothing' : $was, '' === $is ? 'nothing' : $is);
                }
            }
        }

        return $changed;
    }

    private static function counts(BenchRecord $record): bool
    {
        return $record->isDone() && !$record->isSkipped();
    }
}
