<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Intent\Engine;
use Vorhut\Core\Intent\Kinds;
use Vorhut\Core\Intent\Likeness;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Intent\PartyExpansion;
use Vorhut\Core\Intent\ProbeFactory;
use Vorhut\Core\Job\Expectation;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\PartyKind;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Topology;

/**
 * Predicts the intents of a job: expands each to its parties and asks the engine about every exchange a pair needs. Parties that
 * are alike share the answer.
 */
final class Prover
{
    /** Kinds of pairs that are told apart in one job, all intents together. */
    private const MAX_GROUPS = 200000;

    public readonly Network $network;
    private readonly PartyExpansion $parties;
    private readonly Engine $engine;
    private readonly Likeness $likeness;

    /** @var array<string, PairVerdict> */
    private array $known = [];

    /** @var array<string, array<string, non-empty-list<string>>> parties by likeness: many intents name the same */
    private array $classes = [];

    private ?ProofReport $report = null;

    /** @var array<string, true>|null ids of intents */
    private ?array $tooLarge = null;

    private readonly Job $job;

    public function __construct(Job $job)
    {
        $made = self::peopled($job);
        $this->job = $made->job;
        $this->network = Topology::network($made->job);
        $this->parties = new PartyExpansion($made->job, $this->network, array_values($made->ids));
        $this->engine = new Engine($made->job, new Exchange($this->network), $this->parties);
        $this->likeness = new Likeness($made->job, $this->network);
    }

    /** With somebody in each empty segment that must be kept apart: what must not be is not held for want of anybody to ask. */
    private static function peopled(Job $job): MadeUpUnits
    {
        $segments = $services = $inhabited = [];
        foreach ($job->intents as $intent) {
            $isForAnybody = Expectation::MustNot === $intent->expect && Kinds::kindOf($intent)->isForAnybody();
            foreach ($isForAnybody ? [...$intent->from, ...$intent->to] : [] as $party) {
                if (PartyKind::Segment === $party->kind) {
                    $segments[$party->id] = true;
                    $services[] = $intent->service;
                }
            }
        }
        foreach ([] === $segments ? [] : $job->devices as $device) {
            foreach ($device->interfaces as $interface) {
                $inhabited[(string) $interface->segment] = true;
            }
        }
        $empty = array_map(strval(...), array_keys(array_diff_key($segments, $inhabited)));

        return MadeUpUnits::in($job, $empty, array_values(array_filter($services)));
    }

    /** What can be asked over the wire about the same pairs. */
    public function asking(): ProbeFactory
    {
        return new ProbeFactory($this->job, $this->network, $this->parties);
    }

    public function prove(): ProofReport
    {
        return $this->report ??= new ProofReport(array_map($this->intent(...), $this->job->intents));
    }

    public function intent(Intent $intent): IntentPrediction
    {
        [$askers, $asked] = $this->classes($intent);

        return $this->isTooLarge($intent)
            ? $this->untried($intent, $askers, $asked)
            : new IntentPrediction($intent, iterator_to_array($this->groups($intent, $askers, $asked), false), $this);
    }

    /**
     * Only the groups with somebody wanted on either side, looked at one after the other, so that less can be wanted as it goes.
     *
     * @param \Closure(non-empty-list<string>): bool $isWanted told units that are alike
     *
     * @return iterable<PairGroup>
     */
    public function groupsWith(Intent $intent, \Closure $isWanted): iterable
    {
        return $this->isTooLarge($intent) ? [] : $this->groups($intent, ...$this->classes($intent), isWanted: $isWanted);
    }

    /** More kinds of pairs than can be looked at in the time and memory a page has, together with the intents before it. */
    public function isTooLarge(Intent $intent): bool
    {
        $this->tooLarge ??= $this->findTooLarge();

        return isset($this->tooLarge[$intent->id]);
    }

    /** @return array<string, true> */
    private function findTooLarge(): array
    {
        $pairs = $groups = 0;
        foreach ($this->job->intents as $intent) {
            $pairs += \count($this->parties->askers($intent)) * \count($this->parties->asked($intent));
        }
        $found = [];
        foreach ($pairs > self::MAX_GROUPS ? $this->job->intents : [] as $intent) {
            [$askers, $asked] = $this->classes($intent);
            $groups += \count($askers) * \count($asked);
            $found += $groups > self::MAX_GROUPS ? [$intent->id => true] : [];
        }

        return $found;
    }

    /** @return array{array<string, non-empty-list<string>>, array<string, non-empty-list<string>>} who asks, who is asked, by likeness */
    private function classes(Intent $intent): array
    {
        $service = (string) Kinds::kindOf($intent)->service($intent);

        return [
            $this->classes['from '.$intent->expect->value.('' === $service).' '.implode(' ', $intent->from)] ??= self::alike(
                $this->parties->askers($intent),
                fn (string $id): string => $this->likeness->ofAsker($id, $intent),
            ),
            $this->classes['to '.$intent->expect->value.$service.' '.implode(' ', $intent->to)] ??= self::alike(
                $this->parties->asked($intent),
                fn (string $id): string => $this->likeness->ofAsked($id, $intent),
            ),
        ];
    }

    /**
     * @param array<string, non-empty-list<string>> $askers
     * @param array<string, non-empty-list<string>> $asked
     * @param (\Closure(non-empty-list<string>): bool)|null $isWanted
     *
     * @return iterable<PairGroup>
     */
    private function groups(Intent $intent, array $askers, array $asked, ?\Closure $isWanted = null): iterable
    {
        $what = $intent->kind.' '.$intent->service.' '.$intent->expect->value;
        foreach ($askers as $fromClass => $from) {
            foreach ($asked as $toClass => $all) {
                if (null !== $isWanted && !$isWanted($from) && !$isWanted($all)) {
                    continue;
                }
                foreach ($this->engine->finding->apart($intent, $from[0], $all) as $part => $to) {
                    // Only who stands in the same place can be on both sides.
                    $both = strtok($fromClass, ' ') === strtok($toClass, ' ')
                        ? \count(array_intersect_key(array_flip($from), array_flip($to)))
                        : 0;
                    $count = \count($from) * \count($to) - $both;
                    if ($count > 0) {
                        $span = $this->known[$what.' '.$fromClass.' '.$toClass.' '.$part]
                            ??= $this->pair($intent, self::example($from, $to))->span;
                        yield new PairGroup($span, $from, $to, $count);
                    }
                }
            }
        }
    }

    /**
     * What is too large is said to be so, not guessed.
     *
     * @param array<string, non-empty-list<string>> $askers
     * @param array<string, non-empty-list<string>> $asked
     */
    private function untried(Intent $intent, array $askers, array $asked): IntentPrediction
    {
        [$from, $to] = [array_merge(...array_values($askers)), array_merge(...array_values($asked))];
        $count = \count($from) * \count($to) - \count(array_intersect_key(array_flip($from), array_flip($to)));
        $groups = [] === $from || [] === $to ? [] : [new PairGroup(PairVerdict::Untried, $from, $to, $count)];

        return new IntentPrediction($intent, $groups, $this);
    }

    public function pair(Intent $intent, Pair $pair): PairPrediction
    {
        return Expectation::Must === $intent->expect
            ? $this->engine->predict($intent, $pair)
            : $this->engine->predictLeak($intent, $pair);
    }

    /** The address a party has or is leased. */
    public function addressOf(string $id): ?Ipv4Address
    {
        $address = $this->network->node($id)?->firstAddress();

        return null === $address ? null : Ipv4Address::fromInt($address);
    }

    /** @return list<string> the way of the request that leaks, else of the first request of a pair */
    public function hops(PairPrediction $prediction): array
    {
        $leaf = $prediction->leak() ?? $prediction->leaves[0] ?? null;
        $asker = $this->network->node($leaf->asker ?? '');

        return null === $leaf?->target || null === $leaf->service || null === $asker
            ? []
            : (new Exchange($this->network))->ask($asker, $leaf->target, $leaf->service)->hops;
    }

    /** Whether the pair belongs to the intent. */
    public function has(Intent $intent, Pair $pair): bool
    {
        return $pair->from !== $pair->to
            && \in_array($pair->from, $this->parties->askers($intent), true)
            && \in_array($pair->to, $this->parties->asked($intent), true);
    }

    /** @return iterable<Pair> */
    public function pairsOf(Intent $intent): iterable
    {
        return $this->parties->pairs($intent);
    }

    /**
     * @param list<string> $ids
     * @param \Closure(string): string $class
     *
     * @return array<string, non-empty-list<string>>
     */
    private static function alike(array $ids, \Closure $class): array
    {
        $classes = [];
        foreach ($ids as $id) {
            $classes['c'.$class($id)][] = $id;
        }

        return $classes;
    }

    /**
     * @param non-empty-list<string> $from
     * @param non-empty-list<string> $to
     */
    private static function example(array $from, array $to): Pair
    {
        return new Pair(
            $from[0] === $to[0] && !isset($to[1]) ? $from[1] ?? $from[0] : $from[0],
            $from[0] === $to[0] ? $to[1] ?? $to[0] : $to[0],
        );
    }
}
