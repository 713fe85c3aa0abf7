<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Dial\MapReading;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\NumberHeader;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Job\VoiceRoute;
use Vorhut\Core\Record\Nearest;

/**
 * Says what becomes of a number before anybody dials it.
 *
 * An extension that has the number wins; else the first route whose map takes the whole number and which the caller may use. The caller
 * waits for the critical timer (RFC 3435, section 2.1.5: 4 s) where a longer number could still be meant.
 */
final readonly class Dialler
{
    public const CRITICAL_TIMER = 4;

    private Arrival $arrival;

    public function __construct(public VoicePlan $plan, ?Registrations $registrations = null)
    {
        $this->arrival = new Arrival($plan, $registrations);
    }

    /** @throws InvalidValue for a caller or trunk that the job does not have */
    public function dial(DialQuery $query): Dialled
    {
        return null === $query->from
            ? $this->fromOutside($query, $this->trunk((string) $query->trunk))
            : $this->fromInside($query, $this->caller($query->from));
    }

    private function fromInside(DialQuery $query, Extension $caller): Dialled
    {
        $reading = $this->plan->readOut($query->number);
        $taking = array_map(fn (int $place): VoiceRoute => $this->plan->out[$place], $reading->matches);
        $matched = array_map(static fn (VoiceRoute $r): string => $r->id, $taking);
        $allowed = array_filter($taking, static fn (VoiceRoute $r): bool => $r->allows($caller->number));
        $open = array_filter($allowed, fn (VoiceRoute $r): bool => $this->plan->isOpen($r, $query->at));
        $chosen = array_values($open)[0] ?? null;
        $callee = $this->plan->extension($query->number);
        [$end, $digits] = match (true) {
            null !== $callee => [$this->arrival->at($callee), $query->number],
            null !== $chosen => [$this->out($chosen, $caller, $query->number), $chosen->digits($query->number)],
            default => [self::nowhere([] !== $matched, [] !== $allowed, $caller), $query->number],
        };
        $missing = $this->arrival->whyNotRegistered($caller);
        if (null !== $missing) {
            $end = new Arrived($end->to, DialVerdict::NotRegistered, $missing.' It cannot place calls.', $end->path);
        }
        $route = null === $callee ? $chosen : null;

        return $this->answer(
            matched: $matched,
            route: $route,
            digits: $digits,
            end: $end,
            wait: $this->wait($query->number, $reading, $caller),
        );
    }

    /** Seconds: the caller may still mean a longer number, of an extension or of a route that he may use. */
    private function wait(string $number, MapReading $reading, Extension $caller): int
    {
        if ($this->plan->goesOn($number)) {
            return self::CRITICAL_TIMER;
        }
        foreach ($reading->goesOn as $place) {
            if ($this->plan->out[$place]->allows($caller->number)) {
                return self::CRITICAL_TIMER;
            }
        }

        return 0;
    }

    private function out(VoiceRoute $route, Extension $caller, string $number): Arrived
    {
        if (null !== $route->to && [] === $route->trunks) {
            return $this->arrival->by($route->to);
        }
        $trunks = $this->plan->trunksOf($route);
        $digits = $route->digits($number);
        if ([] === $trunks) {
            return new Arrived(null, DialVerdict::NoTrunk, \sprintf('The outbound route %s has no trunk.', $route->name));
        }
        $names = array_map(static fn (Trunk $t): string => $t->name, $trunks);
        $why = \sprintf('%s sends %s by %s', $route->name, '' === $digits ? 'no digits' : $digits, array_shift($names));
        $why .= [] === $names ? '.' : \sprintf(', and when that is busy or down, by %s.', implode(', then ', $names));
        if (null !== $this->plan->emergency($digits)) {
            $why .= ' '.$this->help($caller, $trunks[0]);
        }

        return new Arrived(new DialEnd('trunk', $trunks[0]->id), DialVerdict::Routed, $why);
    }

    /** An emergency call and its dispatchable address; such a number is never dialled as a test. */
    private function help(Extension $caller, Trunk $trunk): string
    {
        $place = $this->plan->dispatch($caller);

        return \sprintf(
            'Emergency call: caller ID sent %s, dispatchable location %s.',
            $trunk->number ?? 'none planned',
            $place ?? 'not set',
        );
    }

    private static function nowhere(bool $matched, bool $isClosed, Extension $caller): Arrived
    {
        return match (true) {
            $isClosed => new Arrived(null, DialVerdict::Closed, 'The routes that match are outside their hours.'),
            $matched => new Arrived(
                null,
                DialVerdict::NotAllowed,
                \sprintf('A route matches, but extension %s is not permitted to use it.', $caller->number),
            ),
            default => new Arrived(null, DialVerdict::NoRoute, 'No extension and no route matches this number.'),
        };
    }

    private function fromOutside(DialQuery $query, Trunk $trunk): Dialled
    {
        $reads = $trunk->ours->header?->value;
        if (null !== $reads && null !== $query->header && $reads !== $query->header) {
            return $this->misread($trunk, $query, $reads);
        }
        $matched = [];
        $chosen = null;
        $isClosed = false;
        foreach ($this->plan->in($trunk->id)->taking($query->number) as $route) {
            $matched[] = $route->id;
            $counts = $this->plan->isOpen($route, $query->at) || null !== $route->closed;
            $isClosed = $isClosed || !$counts;
            $chosen ??= $counts ? $route : null;
        }
        if (null === $chosen) {
            $verdict = $isClosed ? DialVerdict::Closed : DialVerdict::NoRoute;
            $why = $isClosed ? 'The routes that match are outside their hours.' : \sprintf(
                'No inbound route matches it from %s.',
                $trunk->name,
            );

            return $this->answer(
                matched: $matched,
                route: null,
                digits: $query->number,
                end: $this->fallback($trunk, $verdict, $why),
                wait: 0,
            );
        }
        $digits = $chosen->digits($query->number);
        $to = $this->plan->isOpen($chosen, $query->at) ? $chosen->to : $chosen->closed;
        $callee = $this->plan->extension($digits);
        $end = match (true) {
            null !== $to => $this->arrival->by($to),
            null !== $callee => $this->arrival->at($callee),
            default => new Arrived(null, DialVerdict::NoRoute, \sprintf('%s leads to %s, which does not exist.', $chosen->name, $digits)),
        };

        return $this->answer(matched: $matched, route: $chosen, digits: $digits, end: $end, wait: 0);
    }

    /** What stands where the trunk reads is its own number. */
    private function misread(Trunk $trunk, DialQuery $query, string $reads): Dialled
    {
        $where = static fn (string $header): string => NumberHeader::tryFrom($header)?->label() ?? $header;
        $sentence = '%s: we take the called number from the %s, but the carrier sends it in the %s.';
        $why = \sprintf($sentence, $trunk->name, $where($reads), $where((string) $query->header));
        $own = ltrim((string) $trunk->number, '+');
        if ('' === $own) {
            return $this->answer(
                matched: [],
                route: null,
                digits: $query->number,
                end: $this->fallback($trunk, DialVerdict::WrongHeader, $why),
                wait: 0,
            );
        }
        $read = $this->fromOutside(DialQuery::by($trunk->id, $own, null, $query->at), $trunk);
        $end = new Arrived($read->to, DialVerdict::WrongHeader, \sprintf('%s So we read %s. %s', $why, $own, $read->why), $read->path);

        return $this->answer(matched: [], route: null, digits: $query->number, end: $end, wait: 0);
    }

    private function fallback(Trunk $trunk, DialVerdict $verdict, string $why): Arrived
    {
        if (null === $trunk->fallback) {
            return new Arrived(null, $verdict, $why.' The call is refused.');
        }
        $end = $this->arrival->by($trunk->fallback);

        return new Arrived($end->to, $verdict, $why.' '.$end->why, $end->path);
    }

    /** @param list<string> $matched */
    private function answer(array $matched, ?VoiceRoute $route, string $digits, Arrived $end, int $wait): Dialled
    {
        return new Dialled(
            matched: $matched,
            route: $route?->id,
            digits: $digits,
            to: $end->to,
            waitSeconds: $wait,
            verdict: $end->verdict,
            why: $end->why,
            path: $end->path,
        );
    }

    /** @throws InvalidValue */
    private function caller(string $number): Extension
    {
        return $this->plan->extension($number) ?? throw self::unknown($number, 'extension', array_keys($this->plan->job->extensions));
    }

    /** @throws InvalidValue */
    private function trunk(string $id): Trunk
    {
        return $this->plan->trunks[$id] ?? throw self::unknown($id, 'trunk', array_keys($this->plan->trunks));
    }

    /** @param list<array-key> $known */
    private static function unknown(string $given, string $what, array $known): InvalidValue
    {
        $near = Nearest::to($given, array_map(strval(...), $known), 2);

        return new InvalidValue(
            $given,
            'the id of a trunk, or the number of an extension, in this job',
            null === $near ? \sprintf('It has %d.', \count($known)) : \sprintf('Did you mean "%s"?', $near),
        );
    }
}
