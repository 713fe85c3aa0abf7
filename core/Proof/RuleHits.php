<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Intent\Leaf;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Trace;

/** Which intents each rule of a router decides: those of whose exchanges it is the first that matches. */
final readonly class RuleHits
{
    /** What no rule names. */
    public const NONE = -1;
    private const MAX_GROUPS = 2000;

    /**
     * @param array<string, array<int, array<array-key, int>>> $pairs by router, place of the rule and intent
     * @param bool $isWhole whether every intent was looked at
     */
    private function __construct(private array $pairs, public bool $isWhole) {}

    /** One pair stands for all that are alike; what is more than can be looked at in a moment is left out. */
    public static function fromJob(Job $job, Prover $prover): self
    {
        $exchange = new Exchange($prover->network);
        $pairs = [];
        $left = self::MAX_GROUPS;
        foreach ([] === $job->routers ? [] : $job->intents as $intent) {
            foreach ($prover->intent($intent)->groups as $group) {
                if (0 === $left--) {
                    return new self($pairs, false);
                }
                foreach ($group->pairs() as $pair) {
                    foreach (self::decided($exchange, $prover->pair($intent, $pair)->leaves) as [$router, $rule]) {
                        $pairs[$router][$rule][$intent->id] = ($pairs[$router][$rule][$intent->id] ?? 0) + $group->count;
                    }
                    break;
                }
            }
        }

        return new self($pairs, true);
    }

    /**
     * @param int $rule its place from nought, or NONE
     *
     * @return array<array-key, int> pairs by intent
     */
    public function at(string $router, int $rule): array
    {
        return $this->pairs[$router][$rule] ?? [];
    }

    /**
     * @param list<Leaf> $leaves
     *
     * @return list<array{string, int}> router and rule, each once
     */
    private static function decided(Exchange $exchange, array $leaves): array
    {
        $decided = [];
        foreach ($leaves as $leaf) {
            $asker = $exchange->network->node($leaf->asker);
            if (null === $asker || null === $leaf->target || null === $leaf->service || $leaf->target->isMulticast()) {
                continue;
            }
            $trace = new Trace();
            $exchange->ask(asker: $asker, target: $leaf->target, service: $leaf->service, by: null, trace: $trace);
            foreach ($trace->decided as [$router, $rule]) {
                $decided[$router.' '.$rule] = [$router, $rule];
            }
        }

        return array_values($decided);
    }
}
