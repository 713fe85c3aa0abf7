<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Vorhut\Core\Intent\LiveQuestion;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Load\FlowRates;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Profile\Family;
use Vorhut\Core\Proof\Prover;
use Vorhut\Field\Net\PingSocket;

/** Asks the questions of some intents and tells what became of each pair. */
final readonly class LiveTest
{
    public function __construct(
        private Job $job,
        private Sweep $sweep,
        private TestSite $place,
        private ?Talker $talker,
        private bool $isOnSite,
    ) {}

    /**
     * @param list<string> $intents
     * @param string|null $vantage only pairs asked from this device
     * @param \Closure(string, string, PairVerdict, string, int, int): bool $onPair told intent, pair, what was seen, evidence, done, total
     * @param (\Closure(Pair, string): bool)|null $only only these pairs of an intent
     */
    public function run(array $intents, \Closure $onPair, ?string $vantage = null, ?\Closure $only = null): void
    {
        $pairs = $this->pairs($intents, $vantage, $only);
        $results = $open = $questions = $owners = $shows = $spoken = [];
        $rates = new FlowRates($this->job);
        foreach ($pairs as $key => $list) {
            foreach ($list as $question) {
                if (null === $question->kind || null === $question->vantage || null === $question->target) {
                    $results[$key][] = $question->unasked;
                    continue;
                }
                [$asked, $port] = $this->place->behind($question->target, $question->kind->protocol(), $question->port);
                $target = $this->place->target($asked);
                $kind = $this->isOnSite ? $question->kind->onSite() : $question->kind;
                $isTalk = true === $this->talker?->takes($question->kind);
                $why = $this->whyNot($kind, $isTalk, $question->target, $target);
                if (null !== $why) {
                    $results[$key][] = $why;
                    continue;
                }
                if ($isTalk) {
                    $spoken[$key] = $question;
                    continue;
                }
                $questions[] = $this->asked(
                    question: $question,
                    kind: $kind,
                    target: (string) $target,
                    port: $this->place->port($port),
                    rates: $rates,
                );
                $owners[] = $key;
                $shows[] = $this->place->showsWhoRefuses($asked, $question->kind->protocol(), $port);
                $open[$key] = ($open[$key] ?? 0) + 1;
            }
        }
        $done = 0;
        foreach (array_diff_key($pairs, $open, $spoken) as $key => $list) {
            $goesOn = $this->tell(
                question: $list[0],
                results: $results[$key] ?? ['not asked'],
                done: ++$done,
                total: \count($pairs),
                onPair: $onPair,
            );
            if (!$goesOn) {
                return;
            }
        }
        $stopped = false;
        $this->sweep->run($questions, function (ProbeResult $result, int $number) use (
            &$results,
            &$open,
            &$done,
            &$stopped,
            $owners,
            $shows,
            $pairs,
            $onPair,
        ): bool {
            $key = $owners[$number];
            $isNobody = ProbeStatus::Refused === $result->status && !$shows[$number];
            $results[$key][] = $isNobody ? $result->as(ProbeStatus::Silent) : $result;

            $stopped = 0 === --$open[$key] && !$this->tell(
                question: $pairs[$key][0],
                results: $results[$key],
                done: ++$done,
                total: \count($pairs),
                onPair: $onPair,
            );

            return !$stopped;
        });
        if (!$stopped && null !== $this->talker) {
            Conversations::hold($this->talker, $spoken, function (LiveQuestion $q, ProbeResult $r) use (&$done, $pairs, $onPair): bool {
                return $this->tell(question: $q, results: [$r], done: ++$done, total: \count($pairs), onPair: $onPair);
            });
        }
    }

    /**
     * @param list<string> $intents
     * @param (\Closure(Pair, string): bool)|null $only
     *
     * @return array<string, non-empty-list<LiveQuestion>> by intent and pair
     */
    private function pairs(array $intents, ?string $vantage, ?\Closure $only): array
    {
        $pairs = [];
        $asking = (new Prover($this->job))->asking();
        foreach ($intents as $id) {
            foreach ($asking->questions($this->job->intents[$id]) as $question) {
                if (
                    (null === $vantage || $vantage === $question->from)
                    && (null === $only || $only(new Pair($question->from, $question->to), $id))
                ) {
                    $pairs[$id.' '.$question->pair()][] = $question;
                }
            }
        }

        return $pairs;
    }

    private function whyNot(ProbeKind $kind, bool $isTalk, Ipv4Address $asked, ?Ipv4Address $target): ?string
    {
        return match (true) {
            null === $target => $asked.' was not asked: it has no place in the lab, or lies outside the confirmed ranges',
            $this->isOnSite && !$isTalk && $kind->isOfLab() => 'not tested: tested in the lab only, or needs secrets of the vault',
            ProbeKind::Ping === $kind && !PingSocket::isPermitted() => 'not tested: only root may send ICMP echo requests on this machine '
                .'(net.ipv4.ping_group_range)',
            default => null,
        };
    }

    /** @return array{kind: ProbeKind, target: string, port: int, from: string|null, with: ProbeDetails} */
    private function asked(LiveQuestion $question, ProbeKind $kind, string $target, int $port, FlowRates $rates): array
    {
        $sender = ProbeKind::Media === $kind ? $this->job->devices[$question->from] ?? null : null;
        $pushes = null !== $sender && Family::Encoder === $this->job->profileOf($sender)->family;
        $unit = ProbeKind::Watch === $kind ? $question->from : $question->to;

        return [
            'kind' => $kind,
            'target' => $target,
            'port' => $port,
            'from' => null === $question->vantage ? null : $this->place->from($question->vantage),
            'with' => new ProbeDetails($unit, max(1, $question->universe), $pushes ? $rates->media($sender) : 0.0),
        ];
    }

    /**
     * @param non-empty-list<ProbeResult|string> $results
     * @param \Closure(string, string, PairVerdict, string, int, int): bool $onPair
     */
    private function tell(LiveQuestion $question, array $results, int $done, int $total, \Closure $onPair): bool
    {
        return $onPair(
            $question->intent,
            $question->pair(),
            LiveAnswer::span($this->job->intents[$question->intent], $results),
            LiveAnswer::evidence($results),
            $done,
            $total,
        );
    }
}
