<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\PartyKind;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Profile\Finder;
use Vorhut\Core\Profile\FindMethod;
use Vorhut\Core\Reach\Find\PollLists;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Relation\UnitChain;
use Vorhut\Core\Voice\VoicePlan;

/** Turns intents into questions that can be asked over the wire. Kinds that cannot be asked yet give none. */
final readonly class ProbeFactory
{
    private PartyExpansion $parties;
    private PollLists $lists;
    private OneWayMedia $oneWay;
    private AddressCalls $addressCalls;

    public function __construct(private Job $job, private Network $network, ?PartyExpansion $parties = null)
    {
        $this->parties = $parties ?? new PartyExpansion($job, $network);
        $this->lists = new PollLists();
        $exchange = new Exchange($network);
        $this->oneWay = new OneWayMedia($job, $exchange, $this->parties);
        $this->addressCalls = new AddressCalls(new ExchangeCache($job, $exchange, $this->parties));
    }

    /** @return list<LiveQuestion> at least one for each pair: what cannot be asked says why */
    public function questions(Intent $intent): array
    {
        $questions = [];
        foreach ($this->parties->pairs($intent) as $pair) {
            array_push($questions, ...$this->about($intent, $pair));
        }

        return $questions;
    }

    /** @return non-empty-list<LiveQuestion> */
    private function about(Intent $intent, Pair $pair): array
    {
        if ($this->parties->isMadeUp($pair->from) || $this->parties->isMadeUp($pair->to)) {
            return [$this->question(
                intent: $intent,
                pair: $pair,
                kind: null,
                port: 0,
                unasked: 'no device is there: it is predicted for any device',
            )];
        }
        $questions = Kinds::kindOf($intent)->questions($this, $intent, $pair) ?? [];

        return [] === $questions ? [$this->question(
            intent: $intent,
            pair: $pair,
            kind: null,
            port: 0,
            unasked: 'no test covers this',
        )] : $questions;
    }

    /**
     * A station asks only the addresses in its list, so a test in its place does the same. Where no test finds as the station does, that
     * is said: a port that answers is no unit that was found.
     *
     * @return list<LiveQuestion>
     */
    public function discovery(Intent $intent, Pair $pair): array
    {
        $station = $this->job->devices[$pair->from] ?? null;
        $unit = $this->parties->device($pair->to);
        if (null === $station || null === $unit) {
            return [];
        }
        $shared = [];
        foreach ($this->job->profileOf($station)->finds as $finder) {
            foreach ($this->job->profileOf($unit)->answers as $answer) {
                if ($finder->meets($answer)) {
                    $shared[$finder->method->value] ??= $finder;
                }
            }
        }
        $list = $shared[FindMethod::UnicastList->value] ?? null;
        $address = $this->parties->addressOf($pair->to, $pair->from);
        if (null !== $list && (null === $address || $this->lists->hold($station, $list->listSetting, $address))) {
            return [$this->question($intent, $pair, Protocol::Udp === $list->protocol ? ProbeKind::Poll : ProbeKind::Tcp, $list->port)];
        }
        if (isset($shared[FindMethod::SessionAnnouncement->value])) {
            return [$this->question($intent, $pair, ProbeKind::Announced, ProbeKind::Announced->defaultPort())];
        }
        if (isset($shared[FindMethod::MulticastDns->value])) {
            return [$this->question($intent, $pair, ProbeKind::DnsSd, ProbeKind::DnsSd->defaultPort())];
        }

        $others = array_diff_key($shared, [FindMethod::UnicastList->value => 0]);
        $labels = array_map(static fn (Finder $f): string => $f->method->label(), array_values($others));
        $why = match (true) {
            [] !== $others => \sprintf('no test finds %s', implode(' or ', $labels)),
            null !== $list => 'not polled: it is not in the polling list',
            default => 'not searched: they have no discovery method in common',
        };

        return [$this->question(intent: $intent, pair: $pair, kind: null, port: $list->port ?? 0, unasked: $why)];
    }

    /** @return list<LiveQuestion> */
    public function management(Intent $intent, Pair $pair): array
    {
        $unit = $this->parties->device($pair->to);
        $service = null === $unit ? null : $this->job->profileOf($unit)->manage;

        return null === $service || Protocol::Tcp !== $service->protocol ? [] : [$this->service($intent, $pair, $service)];
    }

    /** A stream that only goes one way; null where the receiver takes it by a call instead. */
    public function media(Intent $intent, Pair $pair, bool $byGroupOnly): ?LiveQuestion
    {
        $receiver = $this->parties->device($pair->to);
        if (null === $receiver || ($byGroupOnly && [] === $this->oneWay->groupsOf($receiver))) {
            return null;
        }

        return $this->question($intent, $pair, ProbeKind::Media, $this->oneWay->portTo($receiver));
    }

    /** Asked by the receiver, where the source waits to be asked for its stream and sends it to no group. */
    public function streamRequest(Intent $intent, Pair $pair, int $port): ?LiveQuestion
    {
        $source = $this->network->node($pair->from);
        $receiver = $this->parties->device($pair->to);
        $target = $this->parties->addressOf($pair->from, $pair->to);
        $waits = true === $source?->listensOn(Protocol::Tcp, $port);
        if (!$waits || null === $receiver || null === $target || [] !== $this->oneWay->groupsOf($receiver)) {
            return null;
        }
        $vantage = $this->network->node($pair->to)?->firstAddress();
        $asks = null === $vantage ? null : Ipv4Address::fromInt($vantage);
        $kind = null === $asks ? null : ProbeKind::Watch;

        return new LiveQuestion(
            intent: $intent->id,
            from: $pair->from,
            to: $pair->to,
            kind: $kind,
            vantage: $asks,
            target: $target,
            port: $port,
            unasked: 'the receiver has no address',
        );
    }

    public function service(Intent $intent, Pair $pair, Service $service): LiveQuestion
    {
        $port = $service->firstPort ?? 0;

        return $this->question($intent, $pair, match ($port) {
            80 => ProbeKind::Http,
            554 => ProbeKind::Rtsp,
            default => ProbeKind::Tcp,
        }, $port);
    }

    /** A call that is placed; to a number for help it never is. */
    public function dialled(Intent $intent, Pair $pair, ProbeKind $kind): LiveQuestion
    {
        $number = DialledCalls::part($pair->to, PartyKind::Number);
        $trunk = DialledCalls::part($pair->from, PartyKind::Trunk);
        if (null === $number && null === $trunk) {
            return $this->question($intent, $pair, $kind, $kind->defaultPort());
        }
        $plan = new VoicePlan($this->job);
        $system = null === $trunk
            ? (new PhoneSystems($this->job))->first($this->job->devices[$pair->from] ?? null)?->id
            : $plan->trunks[$trunk]->system ?? null;
        $isHelp = null !== $number && $plan->asksForHelp($number);
        if ($isHelp || null === $system) {
            $why = $isHelp ? 'an emergency number is never dialled as a test' : 'its phone system is not planned';

            return $this->question(intent: $intent, pair: $pair, kind: null, port: $kind->defaultPort(), unasked: $why);
        }

        return $this->atSystem(intent: $intent, pair: $pair, asker: null === $trunk ? $pair->from : $system, system: $system, kind: $kind);
    }

    /** A call by address, by SIP; of another signalling only the port is asked. */
    public function byAddress(Intent $intent, Pair $pair): LiveQuestion
    {
        $service = $intent->service ?? ExchangeCache::sip();
        [$target] = $this->addressCalls->callee($pair, $service);
        $outside = array_filter([$pair->from, $pair->to], fn (string $id): bool => true === $this->network->node($id)?->isExternal);
        $isSip = Protocol::Udp === $service->protocol && ProbeKind::Dial->defaultPort() === $service->firstPort;
        $kind = $isSip ? ProbeKind::Dial : (Protocol::Tcp === $service->protocol ? ProbeKind::Tcp : null);
        $why = match (true) {
            [] !== $outside => \sprintf('%s is outside the plan and has no stand-in', implode(' and ', $outside)),
            null === $kind => \sprintf('no test speaks the signalling of %s', $service),
            default => '',
        };
        $known = $this->question(intent: $intent, pair: $pair, kind: $kind, port: $service->firstPort ?? 0, unasked: $why);

        return new LiveQuestion(
            intent: $known->intent,
            from: $known->from,
            to: $known->to,
            kind: $known->kind,
            vantage: $known->vantage,
            target: $target ?? $known->target,
            port: $known->port,
            unasked: $known->unasked,
        );
    }

    /** The phone of a chain is rung; what is connected to it by cords has no address to ask. */
    public function rung(Intent $intent, Pair $pair): LiveQuestion
    {
        $system = (new PhoneSystems($this->job))->first($this->job->devices[$pair->from] ?? null)?->id;
        $kind = ProbeKind::Ring;
        $why = match (true) {
            null === $system => 'its phone system is not planned',
            null === UnitChain::between($this->job, $pair->from, $pair->to) => 'it is not wired there',
            default => '',
        };

        return null === $system || '' !== $why
            ? $this->question(intent: $intent, pair: $pair, kind: null, port: $kind->defaultPort(), unasked: $why)
            : $this->atSystem(intent: $intent, pair: $pair, asker: $pair->from, system: $system, kind: $kind);
    }

    /** What a desk sends to whoever takes its universe; a plate on a cord has nothing that could be asked. */
    public function scene(Intent $intent, Pair $pair): LiveQuestion
    {
        $store = $this->parties->device($pair->to);
        $universe = null === $store ? null : LightData::universe($store, $this->job->profileOf($store));
        $isWired = [] === ($this->job->devices[$pair->from]->interfaces ?? []);
        $why = $isWired ? 'it is wired: nothing goes over the network' : (null === $universe ? 'it receives no universe' : '');
        $q = $this->question(intent: $intent, pair: $pair, kind: ProbeKind::Scene, port: ProbeKind::Scene->defaultPort(), unasked: $why);

        return new LiveQuestion(
            intent: $q->intent,
            from: $q->from,
            to: $q->to,
            kind: $q->kind,
            vantage: $q->vantage,
            target: $q->target,
            port: $q->port,
            unasked: $q->unasked,
            universe: $universe ?? 0,
        );
    }

    private function atSystem(Intent $intent, Pair $pair, string $asker, string $system, ProbeKind $kind): LiveQuestion
    {
        $known = $this->question($intent, new Pair($asker, $system), $kind, $kind->defaultPort());

        return new LiveQuestion(
            intent: $intent->id,
            from: $pair->from,
            to: $pair->to,
            kind: $known->kind,
            vantage: $known->vantage,
            target: $known->target,
            port: $known->port,
            unasked: $known->unasked,
        );
    }

    public function question(Intent $intent, Pair $pair, ?ProbeKind $kind, int $port, string $unasked = ''): LiveQuestion
    {
        $vantage = $this->network->node($pair->from)?->firstAddress();
        $target = $this->parties->addressOf($pair->to, $pair->from);
        if ('' === $unasked && (null === $vantage || null === $target)) {
            $unasked = \sprintf('%s has no address', $this->job->nameOf(null === $target ? $pair->to : $pair->from));
        }

        return new LiveQuestion(
            intent: $intent->id,
            from: $pair->from,
            to: $pair->to,
            kind: '' === $unasked ? $kind : null,
            vantage: null === $vantage ? null : Ipv4Address::fromInt($vantage),
            target: $target,
            port: $port,
            unasked: $unasked,
        );
    }
}
