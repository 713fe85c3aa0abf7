<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\NumberCode;
use Vorhut\Core\Job\NumberCodeKind;
use Vorhut\Core\Job\VoiceRoute;

/** Dials every number for help on paper, plain and with the code for an outside line in front, from everybody who may differ. */
final readonly class HelpCalls
{
    /** @var list<non-empty-list<Extension>> */
    private array $groups;

    public function __construct(private VoicePlan $plan)
    {
        $this->groups = (new CallerGroups($plan))->groups;
    }

    /** @return list<HelpFault> those that go wrong in the same way once, those of closed hours only where they are others */
    public function faults(): array
    {
        $faults = $this->at(new Dialler($this->plan), '');
        $timed = array_filter($this->plan->out, static fn (VoiceRoute $r): bool => null !== $r->hours);
        if ([] !== $timed) {
            $faults += $this->at(new Dialler(new VoicePlan($this->plan->job, isClosed: true)), 'outside opening hours ');
        }

        return array_values($faults);
    }

    /** @return array<string, HelpFault> by who dials what, and what becomes of it */
    private function at(Dialler $dialler, string $when): array
    {
        $faults = [];
        foreach ($this->plan->emergencies() as $code) {
            foreach ([$code->code, ...$this->prefixed($code->code)] as $dialled) {
                foreach ($this->alike($dialler, $code->code, $dialled, $when) as $said => $fault) {
                    $who = array_map(static fn (Extension $e): string => $e->number, $fault->callers);
                    $faults[$dialled.' '.implode(' ', $who).' '.$said] = $fault;
                }
            }
        }

        return $faults;
    }

    /** @return array<string, HelpFault> by what becomes of it */
    private function alike(Dialler $dialler, string $code, string $dialled, string $when): array
    {
        $alike = [];
        foreach ($this->groups as $group) {
            $call = $dialler->dial(DialQuery::from($group[0]->number, $dialled));
            $fault = self::fault($code, $dialled, $call);
            if (null !== $fault) {
                [$said, $isLost, $advice] = $fault;
                $callers = [...$alike[$said]->callers ?? [], ...$group];
                $alike[$said] = new HelpFault(
                    dialled: $dialled,
                    callers: $callers,
                    said: $when.$said,
                    isLost: $isLost,
                    advice: $advice,
                    route: $call->route,
                );
            }
        }

        return $alike;
    }

    /** @return list<string> */
    private function prefixed(string $code): array
    {
        $numbers = [];
        foreach ($this->plan->job->all(NumberCode::class) as $other) {
            if (NumberCodeKind::Outside === $other->kind) {
                $numbers[] = $other->code.$code;
            }
        }

        return $numbers;
    }

    /** @return array{string, bool, string}|null what is wrong, whether the call is lost, what to do */
    private static function fault(string $code, string $dialled, Dialled $said): ?array
    {
        $isPlain = $code === $dialled;
        $isOut = 'trunk' === $said->to?->kind;
        if ($isOut && $said->digits === $code) {
            return $said->waitSeconds > 0 && $isPlain
                ? [
                    \sprintf('waits %d s for the inter-digit timeout', $said->waitSeconds),
                    false,
                    'Remove the longer digit map that begins with it from the routes they may use.',
                ]
                : null;
        }
        if ($isOut) {
            return [
                \sprintf('is sent as %s', '' === $said->digits ? 'nothing' : $said->digits),
                true,
                \sprintf('Add a route at the top that matches %s only and sends %s.', $dialled, $code),
            ];
        }
        if (null !== $said->to) {
            return [\sprintf('reaches %s %s instead of a trunk', $said->to->kind, $said->to->id), true, 'Set another number there.'];
        }

        return $isPlain
            ? [
                'is not connected: '.$said->verdict->label(),
                true,
                \sprintf('Add a route at the top that matches %s for all extensions, at all hours.', $code),
            ]
            : null;
    }
}
