<?php

declare(strict_types=1);

namespace Vorhut\Core\Repair;

use Vorhut\Core\Dial\NumberRange;
use Vorhut\Core\Intent\DialledCalls;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\PartyKind;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Job\VoiceRoute;
use Vorhut\Core\Voice\VoicePlan;

/** What can be changed in the plan of calls: where a number is read, who may use a route. */
final class VoiceCandidates
{
    private ?VoicePlan $plan = null;

    public function __construct(private readonly Job $job) {}

    /**
     * Where our end of a trunk reads the number elsewhere than theirs writes it.
     *
     * @param non-empty-list<Fault> $faults
     *
     * @return list<Candidate>
     */
    public function headers(array $faults): array
    {
        $candidates = [];
        foreach ($faults as $fault) {
            $id = DialledCalls::part($fault->pair->from, PartyKind::Trunk) ?? '';
            $trunk = $this->plan()->trunks[$id] ?? null;
            $theirs = $trunk?->theirs->header;
            $record = $this->job->record(Trunk::class, $id);
            if (null === $trunk || null === $theirs || null === $record || $theirs === $trunk->header()) {
                continue;
            }
            $ours = ['header' => $theirs->value] + (array) ($record['ours'] ?? []);
            $sentence = \sprintf('Take the called number of %s from the %s', $trunk->name, $theirs->label());
            $edit = $this->job->edit(Trunk::class, $id, ['ours' => $ours]);
            $candidates[$id] = new Candidate(new ChangeSet($sentence, [$edit]), $sentence, Responsible::Us);
        }

        return array_values($candidates);
    }

    /**
     * Callers who want a number that a route takes, and who may not use it.
     *
     * @param non-empty-list<Fault> $faults
     *
     * @return list<Candidate>
     */
    public function permissions(array $faults): array
    {
        $wanted = [];
        foreach ($faults as $fault) {
            $caller = $this->numberOf($fault->pair->from);
            $number = DialledCalls::part($fault->pair->to, PartyKind::Number) ?? '';
            $place = null === $caller ? null : $this->plan()->readOut($number)->matches[0] ?? null;
            if (null !== $caller && null !== $place) {
                $wanted[$place][$caller] = $caller;
            }
        }
        $candidates = [];
        foreach ($wanted as $place => $callers) {
            $candidates[] = $this->permission($this->plan()->out[$place], array_map(strval(...), array_values($callers)));
        }

        return array_values(array_filter($candidates));
    }

    /** @param list<string> $callers */
    private function permission(VoiceRoute $route, array $callers): ?Candidate
    {
        $new = array_values(array_filter($callers, static fn (string $c): bool => !$route->allows($c)));
        if ([] === $new) {
            return null;
        }
        $from = [...array_map(static fn (NumberRange $r): string => (string) $r, $route->from ?? []), ...$new];
        $sentence = \sprintf('Permit %s to use the route %s', implode(' and ', $new), $route->name);

        return new Candidate(
            new ChangeSet($sentence, [$this->job->edit(VoiceRoute::class, $route->id, ['from' => $from])]),
            $sentence,
            Responsible::Us,
        );
    }

    private function numberOf(string $unit): ?string
    {
        $of = array_filter($this->job->extensions, static fn (Extension $e): bool => $e->device === $unit);

        return array_values($of)[0]->number ?? null;
    }

    private function plan(): VoicePlan
    {
        return $this->plan ??= new VoicePlan($this->job);
    }
}
