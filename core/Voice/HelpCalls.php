<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Job\NumberCode;
use Vorhut\Core\Job\NumberCodeKind;

/** Dials every number for help on paper, plain and with the code for an outside line in front, from everybody who may differ. */
final readonly class HelpCalls
{
    private Dialler $dialler;

    public function __construct(private VoicePlan $plan)
    {
        $this->dialler = new Dialler($plan);
    }

    /** @return list<HelpFault> those that go wrong in the same way once */
    public function faults(): array
    {
        $faults = [];
        $groups = (new CallerGroups($this->plan))->groups;
        foreach ($this->plan->emergencies() as $code) {
            foreach ([$code->code, ...$this->prefixed($code->code)] as $dialled) {
                $alike = [];
                foreach ($groups as $group) {
                    $said = $this->dialler->dial(DialQuery::from($group[0]->number, $dialled));
                    $fault = self::fault($code->code, $dialled, $said);
                    if (null !== $fault) {
                        $callers = $alike[$fault[0]]->callers ?? [];
                        $callers = [...$callers, ...$group];
                        $alike[$fault[0]] = new HelpFault($dialled, $callers, $fault[0], $fault[1], $fault[2], $said->route);
                    }
                }
                array_push($faults, ...array_values($alike));
            }
        }

        return $faults;
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
                    \sprintf('waits %d s before it goes out', $said->waitSeconds),
                    false,
                    'Let no other map of a route that they may use begin with it and go on.',
                ]
                : null;
        }
        if ($isOut) {
            return [
                \sprintf('goes out as %s', '' === $said->digits ? 'nothing' : $said->digits),
                true,
                \sprintf('Put a route above that takes %s alone and sends %s.', $dialled, $code),
            ];
        }
        if (null !== $said->to) {
            return [\sprintf('stays in the house, at %s %s', $said->to->kind, $said->to->id), true, 'Give that another number.'];
        }

        return $isPlain
            ? ['goes nowhere: '.lcfirst($said->verdict->label()), true, \sprintf('Put a route on top that takes %s from everybody.', $code)]
            : null;
    }
}
