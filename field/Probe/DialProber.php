<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Vorhut\Core\Intent\DialledCalls;
use Vorhut\Core\Intent\LiveQuestion;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NumberHeader;
use Vorhut\Core\Job\PartyKind;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Voice\Dialled;
use Vorhut\Core\Voice\Dialler;
use Vorhut\Core\Voice\DialQuery;
use Vorhut\Core\Voice\VoicePlan;
use Vorhut\Field\Lab\LabSip;
use Vorhut\Field\Lab\LabSwitching;
use Vorhut\Field\Rtp\RtpStream;
use Vorhut\Field\Sip\Call;
use Vorhut\Field\Sip\Sdp;
use Vorhut\Field\Sip\SipUri;
use Vorhut\Field\Sip\UserAgent;

use function Amp\delay;

/** Dials numbers in the place of units, or calls in as a carrier does, and looks who answers. */
final readonly class DialProber
{
    use Waits;

    private const TALK = 1.0;
    /** Seconds that a page may take, and between two looks at it. */
    private const PAGE = 9.0;
    private const LOOK = 0.1;
    /** Seconds that whoever is called may take: members are rung one after the other. */
    private const RING = 4.0;

    public function __construct(private Job $job, private LabSip $lab, private float $seconds) {}

    /** @return array{ProbeStatus, array<string, string|int|float>} */
    public function ask(LiveQuestion $question): array
    {
        $plan = new VoicePlan($this->job);
        $unit = $this->job->devices[$question->from] ?? null;
        $trunk = $plan->trunks[DialledCalls::part($question->from, PartyKind::Trunk) ?? ''] ?? null;
        $callee = $this->job->devices[$question->to] ?? null;
        $number = DialledCalls::part($question->to, PartyKind::Number)
            ?? (null === $callee ? null : $this->lab->extensionOf($callee)?->number);
        $from = null === $unit ? null : $this->lab->extensionOf($unit)?->number;
        $agent = null === $trunk ? $this->phone($unit) : $this->carrier($trunk);
        if (null === $agent || null === $number || $plan->asksForHelp($number)) {
            return [ProbeStatus::Silent, ['why' => 'one of them has no extension, or it is an emergency number']];
        }
        $isFax = ProbeKind::Fax === $question->kind;
        if ($isFax && null !== $unit) {
            // Where the unit is in the lab, which is not where it is planned; a carrier takes faxes anyway.
            $at = (string) $this->lab->addressOf($unit);
            $agent->dialogs->fax = static fn (RtpStream $stream): Sdp => Sdp::fax($at, $stream->port);
        }
        $agent->start();
        try {
            $query = null === $trunk ? DialQuery::from((string) $from, $number) : DialQuery::by($trunk->id, $number);

            return $this->dial(agent: $agent, trunk: $trunk, number: $number, paper: (new Dialler($plan))->dial($query), isFax: $isFax);
        } catch (InvalidValue $e) {
            return [ProbeStatus::Silent, ['why' => $e->getMessage()]];
        } finally {
            $agent->stop();
        }
    }

    /** @return array{ProbeStatus, array<string, string|int|float>} */
    private function dial(UserAgent $agent, ?Trunk $trunk, string $number, Dialled $paper, bool $isFax): array
    {
        $evidence = [];
        if (null === $trunk) {
            $status = $this->within($agent->register());
            $evidence['REGISTER'] = $status ?? 'no answer';
            if (200 !== $status) {
                return [null === $status ? ProbeStatus::Silent : ProbeStatus::Refused, $evidence];
            }
        }
        [$called, $headers] = null === $trunk ? [$number, []] : self::asCarried($trunk, $number);
        $placed = $this->within($agent->startCall($called, more: $headers), self::RING);
        $evidence['INVITE '.$number] = $placed->status ?? 'no answer';
        $call = $placed?->call;
        $room = 'conference' === $paper->to?->kind ? $this->job->extensions[$paper->to->id] ?? null : null;
        if (null !== $call && null !== $room) {
            return $this->fill($agent, $room, $evidence);
        }
        if (null !== $call) {
            $isFax ? $this->awaitFax($call) : delay(self::TALK);
            $who = SipUri::tryFrom('<'.$call->target.'>');
            $evidence['answered by'] = (string) $who;
            $evidence += $isFax ? self::faxed($call) : [
                'RTP back' => \sprintf('%d packets, %d lost', self::settled($call)->received, $call->media->reception->lost()),
            ];
            $this->within($agent->hangUp($call));
        }
        if (null === $trunk) {
            $this->within($agent->register(0));
        }

        return [$this->judged($call, $placed?->status, $paper, $isFax), $evidence];
    }

    private function awaitFax(Call $call): void
    {
        for ($waited = 0.0; $waited < self::PAGE && true !== $call->fax?->isDone; $waited += self::LOOK) {
            delay(self::LOOK);
            if (null === $call->fax && $waited > self::TALK) {
                return;
            }
        }
    }

    /** @return array<string, string> */
    private static function faxed(Call $call): array
    {
        $fax = $call->fax;

        return null === $fax ? ['T.38' => 'not failed over'] : [
            'T.38' => 'both have failed over',
            'pages confirmed' => (string) $fax->pages,
            'packets returned' => \sprintf('%d, %d lost, %d made good', $fax->udptl->received, $fax->udptl->lost, $fax->udptl->recovered),
        ];
    }

    /**
     * Calls until the conference takes no more: it should be as many as are licensed.
     *
     * @param array<string, string|int|float> $evidence
     *
     * @return array{ProbeStatus, array<string, string|int|float>}
     */
    private function fill(UserAgent $agent, Extension $room, array $evidence): array
    {
        $sites = $room->sites ?? 1;
        $status = null;
        for ($call = 2; $call <= $sites + 1 && (2 === $call || 200 === $status); ++$call) {
            $status = $this->within($agent->call($room->number), self::RING);
        }
        delay(self::TALK);
        $heard = array_filter($agent->calls(), static fn (Call $c): bool => $c->media->received() > 0);
        $evidence += [
            'sites' => \sprintf('%d of %d licensed got in and hear', \count($heard), $sites),
            'one more' => $status ?? 'no answer',
        ];
        foreach ($agent->calls() as $site) {
            $this->within($agent->hangUp($site));
        }
        $this->within($agent->register(0));

        return [\count($heard) === $sites && 486 === $status ? ProbeStatus::Answered : ProbeStatus::Refused, $evidence];
    }

    private function judged(?Call $call, ?int $status, Dialled $paper, bool $isFax): ProbeStatus
    {
        $who = null === $call ? null : SipUri::tryFrom('<'.$call->target.'>');

        return match (true) {
            null === $status => ProbeStatus::Silent,
            null === $call || null === $who => ProbeStatus::Refused,
            !$this->isMeant($who, $paper) => ProbeStatus::Strange,
            $isFax => $call->fax?->pages > 0 ? ProbeStatus::Answered : ProbeStatus::Refused,
            $call->media->received() > 0 => ProbeStatus::Answered,
            default => ProbeStatus::OneWay,
        };
    }

    /** Whether who answered is who should on paper, or somebody who comes after. */
    private function isMeant(SipUri $who, Dialled $paper): bool
    {
        $to = $paper->to;
        if ('trunk' === $to?->kind) {
            return $who->user === $paper->digits;
        }
        $extension = $this->job->extensions[$to->id ?? ''] ?? null;

        $meant = null === $extension
            ? []
            : [$extension->number, LabSwitching::MAILBOX, ...$extension->members, $extension->otherwise?->number];

        return \in_array($who->user, $meant, true);
    }

    /** @return array{string, list<array{string, string}>} the request line's number and headers, as the far end sends them */
    private static function asCarried(Trunk $trunk, string $number): array
    {
        $own = ltrim((string) $trunk->number, '+');
        $at = static fn (string $user): string => \sprintf('<sip:%s@carrier.invalid>', $user);

        return match ($trunk->theirs->header ?? $trunk->header()) {
            NumberHeader::Request => [$number, []],
            NumberHeader::To => ['' === $own ? $number : $own, [['To', $at($number)]]],
            NumberHeader::Diversion => ['' === $own ? $number : $own, [['Diversion', $at($number)]]],
        };
    }

    private function phone(?Device $unit): ?UserAgent
    {
        return null === $unit ? null : $this->lab->caller($unit, fn (): LabSip => $this->lab);
    }

    private function carrier(Trunk $trunk): ?UserAgent
    {
        $system = $this->job->devices[$trunk->system ?? ''] ?? null;
        $address = null === $system ? null : $this->lab->carriers($system)[$trunk->id] ?? null;

        return null === $system || null === $address ? null : $this->lab->carrier($system, $address, 0, fn (): LabSip => $this->lab);
    }
}
