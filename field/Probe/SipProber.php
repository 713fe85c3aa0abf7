<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Amp\CancelledException;
use Amp\Future;
use Amp\TimeoutCancellation;
use Vorhut\Core\Intent\LiveQuestion;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Field\Lab\LabSip;
use Vorhut\Field\Sip\UserAgent;

use function Amp\delay;

/** Registers and calls in the place of the units of a job, and counts the sound in both directions. */
final readonly class SipProber
{
    /** Seconds of sound; long enough for fifty packets each way. */
    private const TALK = 1.0;

    public function __construct(private Job $job, private LabSip $lab, private float $seconds = 2.0)
    {
    }

    public function ask(LiveQuestion $question): ProbeResult
    {
        $start = hrtime(true);
        $from = $this->job->devices[$question->from] ?? null;
        $to = $this->job->devices[$question->to] ?? null;
        [$status, $evidence] = match (true) {
            null === $from || null === $to => [ProbeStatus::Silent, ['why' => 'one of them is no device']],
            ProbeKind::Register === $question->kind => $this->register($from),
            default => $this->call($from, $to, ProbeKind::Page === $question->kind),
        };

        return new ProbeResult(
            $question->kind ?? ProbeKind::Call,
            (string) $question->target,
            $question->port,
            $status,
            (hrtime(true) - $start) / 1e6,
            $evidence,
        );
    }

    /** @return array{ProbeStatus, array<string, string|int|float>} */
    private function register(Device $device): array
    {
        $agent = $this->agent($device);
        if (null === $agent) {
            return [ProbeStatus::Silent, ['why' => $device->name.' has no extension or no address']];
        }
        try {
            $status = $this->within($agent->register());
            if (200 === $status) {
                $this->within($agent->register(0));
            }

            return [self::status($status), ['REGISTER' => $status ?? 'no answer']];
        } finally {
            $agent->stop();
        }
    }

    /**
     * @param bool $isPage whether the sound only has to get there
     *
     * @return array{ProbeStatus, array<string, string|int|float>}
     */
    private function call(Device $caller, Device $callee, bool $isPage): array
    {
        $a = $this->agent($caller);
        $b = $this->agent($callee);
        $number = $this->lab->extensionOf($callee)->number ?? '';
        try {
            if (null === $a || null === $b) {
                return [ProbeStatus::Silent, ['why' => (null === $a ? $caller : $callee)->name.' has no extension or no address']];
            }
            $evidence = [];
            foreach ([$caller->name => $a, $callee->name => $b] as $name => $agent) {
                $status = $this->within($agent->register());
                $evidence['REGISTER '.$name] = $status ?? 'no answer';
                if (200 !== $status) {
                    return [self::status($status), $evidence];
                }
            }
            $status = $this->within($a->call($number));
            $evidence['INVITE '.$number] = $status ?? 'no answer';
            $call = $a->calls()[0] ?? null;
            if (200 !== $status || null === $call) {
                return [self::status($status), $evidence];
            }
            delay(self::TALK);
            $there = ($b->calls()[0] ?? null)?->media->received() ?? 0;
            $back = $call->media->received();
            $evidence += ['RTP there' => $there, 'RTP back' => $back, 'BYE' => $this->within($a->hangUp($call)) ?? 'no answer'];
            foreach ([$a, $b] as $agent) {
                $this->within($agent->register(0));
            }

            $heard = match (true) {
                $there > 0 && ($back > 0 || $isPage) => ProbeStatus::Answered,
                $there + $back > 0 => ProbeStatus::OneWay,
                default => ProbeStatus::Silent,
            };

            return [$heard, $evidence];
        } finally {
            $a?->stop();
            $b?->stop();
        }
    }

    private function agent(Device $device): ?UserAgent
    {
        $agent = $this->lab->agent($device, 0, fn (): LabSip => $this->lab);
        $agent?->start();

        return $agent;
    }

    private static function status(?int $status): ProbeStatus
    {
        return match (true) {
            200 === $status => ProbeStatus::Answered,
            null === $status => ProbeStatus::Silent,
            default => ProbeStatus::Refused,
        };
    }

    /** @param Future<int> $future */
    private function within(Future $future): ?int
    {
        try {
            return $future->await(new TimeoutCancellation($this->seconds));
        } catch (CancelledException) {
            return null;
        }
    }
}
