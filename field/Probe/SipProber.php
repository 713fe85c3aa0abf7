<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Vorhut\Core\Intent\DialledCalls;
use Vorhut\Core\Intent\LiveQuestion;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Voice\CallQuality;
use Vorhut\Field\Lab\LabSip;
use Vorhut\Field\Sip\Call;
use Vorhut\Field\Sip\SipUri;
use Vorhut\Field\Sip\UserAgent;

use function Amp\delay;

/** Registers and calls in the place of the units of a job, rings the planned stand-ins, and measures the sound in both directions. */
final readonly class SipProber implements Talker
{
    use Waits;

    /** Seconds of sound; long enough for fifty packets each way. */
    private const TALK = 1.0;
    /** Seconds that whoever is called may take to pick up. */
    private const RING = 5.0;
    /** Bpl of G.711 without concealment (ITU-T G.113, appendix I), and the time in one packet. */
    private const ROBUSTNESS = 4.3;
    private const PACKET_MS = 20;

    public function __construct(
        private Job $job,
        private LabSip $lab,
        private FileProber $files,
        private float $seconds = 2.0,
    ) {}

    public function takes(ProbeKind $kind): bool
    {
        return $kind->isConversation();
    }

    public function ask(LiveQuestion $question): ProbeResult
    {
        $start = hrtime(true);
        $from = $this->job->devices[$question->from] ?? null;
        $to = $this->job->devices[$question->to] ?? null;
        $dials = DialledCalls::isMeantBy(new Pair($question->from, $question->to)) || ProbeKind::Fax === $question->kind;
        [$status, $evidence] = match (true) {
            $dials => (new DialProber($this->job, $this->lab, $this->seconds))->ask($question),
            null !== $from && ProbeKind::Ring === $question->kind => $this->ring($from),
            null !== $from && ProbeKind::Dial === $question->kind => $this->dial($from, $this->lab->calledBy($from, $question->to)),
            null === $from || null === $to => [ProbeStatus::Silent, ['why' => 'one of them is not a device']],
            ProbeKind::File === $question->kind => $this->files->ask($from, $to),
            ProbeKind::Register === $question->kind => $this->register($from),
            default => $this->call($from, $to, ProbeKind::Page === $question->kind),
        };

        return new ProbeResult(
            kind: $question->kind ?? ProbeKind::Call,
            target: (string) $question->target,
            port: $question->port,
            status: $status,
            milliseconds: (hrtime(true) - $start) / 1e6,
            evidence: $evidence,
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
     * Rings a phone from another one of its phone system; whether what is connected to it sounds is heard there.
     *
     * @return array{ProbeStatus, array<string, string|int|float>}
     */
    private function ring(Device $phone): array
    {
        $extension = $this->lab->extensionOf($phone);
        foreach ($this->job->extensions as $other) {
            $caller = $this->job->devices[$other->device ?? ''] ?? null;
            if (null !== $caller && $caller !== $phone && $other->server === $extension?->server && $other->isOfUnit()) {
                return $this->ringFrom($caller, $phone, $extension->number ?? '');
            }
        }

        return [ProbeStatus::Silent, ['why' => 'no other phone to call from']];
    }

    /**
     * Without a registration, which would push out that of a phone that is in use.
     *
     * @return array{ProbeStatus, array<string, string|int|float>}
     */
    private function ringFrom(Device $caller, Device $phone, string $number): array
    {
        $agent = $this->agent($caller);
        try {
            $placed = null === $agent ? null : $this->within($agent->startCall($number), self::RING);
            $evidence = ['INVITE '.$number => $placed->status ?? 'no answer'];
            if (null === $agent || null === $placed?->call) {
                return [self::status($placed?->status), $evidence];
            }
            [$status, $heard] = $this->talk($agent, $placed->call, $phone, true);

            return [$status, $evidence + $heard + ['beyond the phone' => 'audible at the device only: connected by a cord']];
        } finally {
            $agent?->stop();
        }
    }

    /**
     * Without a phone system: the lab has no translation of addresses, so the callee is called where it stands, and takes what the plan
     * lets get to it.
     *
     * @return array{ProbeStatus, array<string, string|int|float>}
     */
    private function dial(Device $caller, ?Device $callee): array
    {
        $at = null === $callee ? null : $this->lab->addressOf($callee);
        $agent = null === $at ? null : $this->lab->byAddress($caller, 0, fn (): LabSip => $this->lab, callee: $at);
        if (null === $agent) {
            return [ProbeStatus::Silent, ['why' => 'no receiver']];
        }
        $agent->start();
        try {
            $placed = $this->within($agent->startCall($callee->id), self::RING);
            $evidence = ['INVITE '.$at => $placed->status ?? 'no answer'];
            $answer = null === $placed?->call
                ? [self::status($placed?->status), []]
                : $this->talk($agent, $placed->call, $callee, false);

            return [$answer[0], $evidence + $answer[1]];
        } finally {
            $agent->stop();
        }
    }

    /**
     * Registers the caller and rings whoever is planned at the number.
     *
     * @param bool $isPage whether the sound only has to get there
     *
     * @return array{ProbeStatus, array<string, string|int|float>}
     */
    private function call(Device $caller, Device $callee, bool $isPage): array
    {
        $agent = $this->agent($caller);
        $number = $this->lab->extensionOf($callee)?->number;
        if (null === $agent || null === $number) {
            $agent?->stop();

            return [ProbeStatus::Silent, ['why' => (null === $agent ? $caller : $callee)->name.' has no extension or no address']];
        }
        try {
            $status = $this->within($agent->register());
            $evidence = ['REGISTER '.$caller->name => $status ?? 'no answer'];
            if (200 !== $status) {
                return [self::status($status), $evidence];
            }
            $placed = $this->within($agent->startCall($number), self::RING);
            $evidence['INVITE '.$number] = $placed->status ?? 'no answer';
            $answer = null === $placed?->call
                ? [self::status($placed?->status), []]
                : $this->talk($agent, $placed->call, $callee, $isPage);
            $this->within($agent->register(0));

            return [$answer[0], $evidence + $answer[1]];
        } finally {
            $agent->stop();
        }
    }

    /**
     * A second of sound, counted at both ends: the other one reports what it heard.
     *
     * @return array{ProbeStatus, array<string, string|int|float>}
     */
    private function talk(UserAgent $agent, Call $call, Device $callee, bool $isPage): array
    {
        $at = SipUri::tryFrom('<'.$call->target.'>')->host ?? '';
        delay(self::TALK);
        $report = $call->media->lastReport;
        $reception = self::settled($call);
        $evidence = [
            'RTP there' => null === $report ? 'nothing heard' : \sprintf('heard, %d lost', $report->lost),
            'RTP back' => \sprintf('%d packets, %d lost', $reception->received, $reception->lost()),
        ];
        if ($reception->received > 0) {
            $loss = $reception->lossPercent();
            $quality = CallQuality::fromImpairment(0, self::ROBUSTNESS, self::PACKET_MS + 2 * $reception->jitterMs(), $loss);
            $evidence += [
                'payload type' => (int) $call->media->heard,
                'jitter' => \sprintf('%.1f ms', $reception->jitterMs()),
                'score' => \sprintf('R %.0f, MOS %.2f', $quality->r, $quality->mos),
            ];
        }
        $evidence['BYE'] = $this->within($agent->hangUp($call)) ?? 'no answer';
        if ($at !== $this->lab->addressOf($callee)) {
            return [ProbeStatus::Refused, ['answered by' => $at] + $evidence];
        }
        $isThere = null !== $report;

        return [match (true) {
            $isThere && ($reception->received > 0 || $isPage) => ProbeStatus::Answered,
            $isThere || $reception->received > 0 => ProbeStatus::OneWay,
            default => ProbeStatus::Silent,
        }, $evidence];
    }

    private function agent(Device $device): ?UserAgent
    {
        $agent = $this->lab->caller($device, fn (): LabSip => $this->lab);
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
}
