<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Dial\DigitMap;
use Vorhut\Core\Dial\DigitReader;
use Vorhut\Core\Job\VoiceRoute;

/** Which routes that lead out are ever taken, whoever dials whatever. */
final class RouteUse
{
    /** Sets of positions looked at; a plan with more is told nothing of. */
    private const MAX = 20000;

    /** @var array<int, array<string, string>> by the place of a route: who is taken instead, each with such a number */
    private array $instead = [];

    /** @var array<int, true> places of routes that are taken */
    private array $taken = [];

    public readonly bool $isKnown;

    public function __construct(private readonly VoicePlan $plan)
    {
        $maps = array_map(static fn (VoiceRoute $r): DigitMap => $r->digitMap, $plan->out);
        $numbers = array_map(strval(...), array_keys($plan->job->extensions));
        $own = \count($maps);
        $readings = (new DigitReader([] === $numbers ? $maps : [...$maps, DigitMap::ofNumbers($numbers)]))->all(self::MAX);
        $this->isKnown = null !== $readings;
        $callers = (new CallerGroups($plan))->routes;
        foreach ($readings ?? [] as ['matches' => $matches, 'such' => $such]) {
            foreach ($callers as $allowed) {
                $this->choose($matches, $allowed, $own, $such);
            }
        }
    }

    /** @return list<VoiceRoute> those that nobody ever takes, in their order */
    public function untaken(): array
    {
        return $this->isKnown ? array_values(array_diff_key($this->plan->out, $this->taken)) : [];
    }

    /** What is taken instead, in a sentence; '' where nobody who might is there. */
    public function instead(VoiceRoute $route): string
    {
        $place = (int) array_search($route, $this->plan->out, true);
        $said = [];
        foreach ($this->instead[$place] ?? [] as $who => $such) {
            $said[] = \sprintf('%s is taken by %s, which comes first', $such, $who);
        }

        return [] === $said ? '' : implode(', ', \array_slice($said, 0, 3)).'.';
    }

    /**
     * @param list<int> $matches
     * @param list<int> $allowed
     */
    private function choose(array $matches, array $allowed, int $own, string $such): void
    {
        $able = array_values(array_intersect($matches, $allowed));
        $isExtension = \in_array($own, $matches, true);
        if (!$isExtension && isset($able[0])) {
            $this->taken[$able[0]] = true;
        }
        foreach ($isExtension ? $able : \array_slice($able, 1) as $place) {
            $this->instead[$place][$isExtension ? 'the extension '.$such : $this->plan->out[$able[0]]->name] ??= $such;
        }
    }
}
