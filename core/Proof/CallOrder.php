<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Intent\DialledCalls;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\RegistrationPaths;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Expectation;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\ExtensionKind;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\PartyKind;
use Vorhut\Core\Reach\Walk\Topology;
use Vorhut\Core\Voice\Dialled;
use Vorhut\Core\Voice\Dialler;
use Vorhut\Core\Voice\DialQuery;
use Vorhut\Core\Voice\DialVerdict;
use Vorhut\Core\Voice\VoicePlan;

/** Which step of the proof of telephony a pair of an intent belongs to. */
final class CallOrder
{
    /** Pairs of a group that are looked at one by one; of more, one stands for all. */
    private const MAX_PAIRS = 2000;

    private readonly Dialler $dialler;

    /** @var array<array-key, Extension> the first number of each unit */
    private array $numbers = [];

    public function __construct(private readonly Job $job)
    {
        $this->dialler = new Dialler(new VoicePlan($job), new RegistrationPaths($job, Topology::network($job)));
        foreach ($job->extensions as $extension) {
            if (null !== $extension->device) {
                $this->numbers[$extension->device] ??= $extension;
            }
        }
    }

    /** Null for what has nothing to do with telephony, and for what must not be. */
    public function stepOf(Intent $intent, Pair $pair): ?CallStep
    {
        return Expectation::Must !== $intent->expect ? null : match ($intent->kind) {
            'provision' => CallStep::Fetched,
            'register' => CallStep::Registered,
            'page' => CallStep::Paging,
            'fax' => CallStep::Fax,
            'rings' => CallStep::Rings,
            'call' => $this->ofCall($pair),
            default => null,
        };
    }

    /** @return list<CallStepState> every step, in order */
    public function steps(ProofReport $proof): array
    {
        $counts = $intents = [];
        foreach ($proof->intents as $id => $prediction) {
            foreach ($prediction->groups as $group) {
                foreach ($this->stepsOf($prediction->intent, $group) as $step => $pairs) {
                    $span = $group->span->value;
                    $counts[$step][$span] = ($counts[$step][$span] ?? 0) + $pairs;
                    $intents[$step][$id] = ($intents[$step][$id] ?? 0) + $pairs;
                }
            }
        }

        return array_map(
            static fn (CallStep $s): CallStepState => new CallStepState($s, $counts[$s->value] ?? [], $intents[$s->value] ?? []),
            CallStep::cases(),
        );
    }

    /** @return array<string, int> pairs by step */
    private function stepsOf(Intent $intent, PairGroup $group): array
    {
        $steps = [];
        foreach ($group->pairs() as $pair) {
            $step = $this->stepOf($intent, $pair)?->value;
            if (null === $step) {
                continue;
            }
            if ($group->count > self::MAX_PAIRS) {
                return [$step => $group->count];
            }
            $steps[$step] = ($steps[$step] ?? 0) + 1;
        }

        return $steps;
    }

    private function ofCall(Pair $pair): CallStep
    {
        if (null !== DialledCalls::part($pair->from, PartyKind::Trunk)) {
            return CallStep::Inward;
        }
        $caller = $this->numbers[$pair->from] ?? null;
        $callee = $this->numbers[$pair->to] ?? null;
        $number = DialledCalls::part($pair->to, PartyKind::Number) ?? $callee->number ?? '';
        if ($this->dialler->plan->asksForHelp($number)) {
            return CallStep::Help;
        }
        $dialled = $this->dialled($caller, $number);

        return match (true) {
            DialVerdict::Voicemail === $dialled?->verdict => CallStep::Mailbox,
            null !== $callee => $this->betweenUnits($pair, $caller, $callee),
            default => $this->byKind($pair, $caller, $dialled),
        };
    }

    private function dialled(?Extension $caller, string $number): ?Dialled
    {
        try {
            return null === $caller || '' === $number ? null : $this->dialler->dial(DialQuery::from($caller->number, $number));
        } catch (InvalidValue) {
            // A number that cannot be dialled ends nowhere, which the prediction says.
            return null;
        }
    }

    private function byKind(Pair $pair, ?Extension $caller, ?Dialled $dialled): CallStep
    {
        $end = $this->job->extensions[$dialled->to->id ?? ''] ?? null;

        return match ($dialled?->to?->kind) {
            'extension' => null === $end ? CallStep::Services : $this->betweenUnits($pair, $caller, $end),
            'group', 'attendant' => CallStep::Services,
            'voicemail' => CallStep::Mailbox,
            'paging' => CallStep::Paging,
            'conference' => CallStep::Conference,
            'fax' => CallStep::Fax,
            default => CallStep::Outward,
        };
    }

    private function betweenUnits(Pair $pair, ?Extension $caller, Extension $callee): CallStep
    {
        $isAnalogue = ExtensionKind::Analogue === $caller?->kind || ExtensionKind::Analogue === $callee->kind;
        $shared = array_intersect(
            self::segments($this->job->devices[$pair->from] ?? null),
            self::segments($this->job->devices[$callee->device ?? ''] ?? null),
        );

        return match (true) {
            $isAnalogue => CallStep::Analogue,
            [] === $shared => CallStep::AcrossSubnets,
            default => CallStep::OneSubnet,
        };
    }

    /** @return list<string> */
    private static function segments(?Device $device): array
    {
        $segments = [];
        foreach ($device->interfaces ?? [] as $interface) {
            $segments[] = $interface->segment;
        }

        return array_values(array_filter($segments, \is_string(...)));
    }
}
