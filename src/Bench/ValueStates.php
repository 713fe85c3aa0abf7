<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\App\Entity\BenchRecord;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\LocalTime;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\Step\RecordKind;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Setting\Settings;

/** How far each value of a unit is on the real one: as found, set, seen, drifted, with time and name. */
final readonly class ValueStates
{
    public function __construct(private BenchRecords $records) {}

    /** @return array<string, string> in words, by setting; none for what is only planned */
    public function states(JobContext $context, Device $device, Settings $settings): array
    {
        return $this->known($context, $device, $settings, $this->records->records($context->stored, $device->id));
    }

    /**
     * The same where its records are at hand.
     *
     * @param array<string, BenchRecord> $all the last one of each step
     *
     * @return array<string, string>
     */
    public function known(JobContext $context, Device $device, Settings $settings, array $all): array
    {
        $records = array_filter(
            $all,
            static fn (BenchRecord $r): bool => $r->isDone() && !$r->isSkipped(),
        );
        if ([] === $records) {
            return [];
        }
        $states = [];
        foreach ((new Runbooks($settings))->runbook($device)->steps as $step) {
            $record = $records[$step->id] ?? null;
            if (null === $record) {
                continue;
            }
            $signed = self::signed($context, $record);
            foreach ($step->values as $value) {
                $states[$value->setting] = 'set, '.$signed;
            }
            foreach ($record->getKept() as $kept) {
                $said = self::said($settings, $device, $kept);
                if ('' !== $said) {
                    $states[$kept['setting']] = $said.', '.$signed;
                }
            }
        }

        return $states;
    }

    /** @param array{kind: string, label: string, value: string, agrees: bool|null, setting?: string, unread?: string} $kept */
    private static function said(Settings $settings, Device $device, array $kept): string
    {
        $setting = $kept['setting'] ?? '';
        $planned = '' === $setting ? null : $settings->value($device, $setting);
        if (null === $planned) {
            return '';
        }
        if (isset($kept['unread'])) {
            return \sprintf('not read (%s)', $kept['unread']);
        }
        if (RecordKind::AsFound->value === $kept['kind']) {
            return 'as found '.$kept['value'];
        }
        $agrees = \in_array($kept['value'], [$planned->text(), $planned->shown()], true);

        return $agrees ? 'read from the device' : \sprintf('differs: read was %s', $kept['value']);
    }

    private static function signed(JobContext $context, BenchRecord $record): string
    {
        $when = LocalTime::short($record->getAt(), $context->stored->getTimezone());

        return $when.', '.($record->getUser()?->getDisplayName() ?? 'somebody');
    }
}
