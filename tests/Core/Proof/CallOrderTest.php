<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Proof;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\CallOrder;
use Vorhut\Core\Proof\CallStep;
use Vorhut\Core\Proof\CallStepState;
use Vorhut\Core\Proof\Prover;
use Vorhut\Tests\Support\Jobs;

/** Each pair has its place in the order in which telephony is proven, by who speaks with whom and where the number ends. */
final class CallOrderTest extends TestCase
{
    #[TestWith(['windows-fetch', 'ticket-1', 'pbx', CallStep::Fetched])]
    #[TestWith(['phones-register', 'ticket-1', 'pbx', CallStep::Registered])]
    #[TestWith(['control-calls-windows', 'ticket-1', 'ticket-2', CallStep::OneSubnet])]
    #[TestWith(['control-calls-windows', 'control-phone-1', 'ticket-1', CallStep::AcrossSubnets])]
    #[TestWith(['control-calls-windows', 'control-phone-1', 'number:2001', CallStep::AcrossSubnets])]
    #[TestWith(['control-calls-windows', 'ramp-adapter', 'control-phone-1', CallStep::Analogue])]
    #[TestWith(['control-calls-windows', 'control-phone-1', 'number:2013', CallStep::Analogue])]
    #[TestWith(['control-calls-windows', 'control-phone-1', 'number:2060', CallStep::Services])]
    #[TestWith(['control-calls-windows', 'control-phone-1', 'number:2000', CallStep::Services])]
    #[TestWith(['control-calls-windows', 'ticket-1', 'number:0441234567', CallStep::Outward])]
    #[TestWith(['control-calls-windows', 'ticket-1', 'number:7', CallStep::Outward])]
    #[TestWith(['tickets-from-outside', 'trunk:carrier', 'number:2025550121', CallStep::Inward])]
    #[TestWith(['control-calls-windows', 'control-phone-1', 'customs-phone', CallStep::Mailbox])]
    #[TestWith(['control-calls-windows', 'control-phone-1', 'number:2090', CallStep::Mailbox])]
    #[TestWith(['control-calls-windows', 'control-phone-1', 'number:2070', CallStep::Paging])]
    #[TestWith(['announcements', 'announcer', 'horn-1', CallStep::Paging])]
    #[TestWith(['control-calls-windows', 'control-phone-1', 'number:2095', CallStep::Conference])]
    #[TestWith(['control-calls-windows', 'control-phone-1', 'number:2080', CallStep::Fax])]
    #[TestWith(['fax-from-outside', 'trunk:carrier', 'number:2025550129', CallStep::Fax])]
    #[TestWith(['ramp-rings', 'ramp-phone', 'ramp-horn', CallStep::Rings])]
    #[TestWith(['control-calls-windows', 'ticket-1', 'number:112', CallStep::Help])]
    #[TestWith(['control-calls-windows', 'ticket-1', 'number:0112', CallStep::Help])]
    #[TestWith(['station-cameras', 'camera-station', 'cam-1', null])]
    #[TestWith(['guests-phone-system', 'guest-1', 'pbx', null])]
    public function testAPairHasItsPlace(string $intent, string $from, string $to, ?CallStep $step): void
    {
        $job = self::demo();
        self::assertSame($step, (new CallOrder($job))->stepOf($job->intents[$intent], new Pair($from, $to)));
    }

    /** What must not be is no step, whatever its kind. */
    public function testWhatMustNotBeIsNotProvenByTrying(): void
    {
        $job = self::demo();
        $edits = [];
        foreach (array_keys($job->intents) as $id) {
            $edits[] = $job->edit(Intent::class, (string) $id, ['expect' => 'must-not']);
        }
        $job = $job->with(new ChangeSet('', $edits));
        $states = (new CallOrder($job))->steps((new Prover($job))->prove());
        self::assertSame(0, array_sum(array_map(static fn (CallStepState $s): int => $s->pairs(), $states)));
    }

    public function testEveryStepOfTheDemoHasItsPairs(): void
    {
        $job = self::demo();
        $pairs = $intents = [];
        foreach ((new CallOrder($job))->steps((new Prover($job))->prove()) as $state) {
            $pairs[$state->step->value] = $state->pairs();
            $intents[$state->step->value] = array_keys($state->intents);
        }
        self::assertSame(array_map(static fn (CallStep $s): string => $s->value, CallStep::cases()), array_keys($pairs));
        self::assertSame([2, 14, 1, 10, 1, 2, 2, 1, 1, 8, 1, 1, 2, 1], array_values($pairs));
        self::assertSame(['customs-mailbox'], $intents['mailbox'] ?? []);
    }

    public function testNoTwoStepsShareAKey(): void
    {
        $all = array_map(static fn (CallStep $s): string => $s->key(), CallStep::cases());
        $keys = array_filter($all, static fn (string $k): bool => '' !== $k);
        self::assertCount(\count(CallStep::cases()) - 1, $keys);
        self::assertSame($keys, array_unique($keys));
        self::assertSame([], array_intersect($keys, ['g', 'b', 'o', 'v', 'w', 'z']), 'keys that mean something else there');
        self::assertSame('', CallStep::Help->key(), 'help is never dialled');
    }

    private static function demo(): Job
    {
        return JobFile::read(Jobs::demoText('kestrel-sound'), ShippedProfiles::load());
    }
}
