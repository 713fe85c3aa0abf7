<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

use Vorhut\App\Plan\JobContext;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\VoiceRoute;
use Vorhut\Core\Voice\Dialled;
use Vorhut\Core\Voice\Dialler;
use Vorhut\Core\Voice\DialQuery;
use Vorhut\Core\Voice\VoicePlan;

/** Makes the answer to a dialled number ready to be drawn as a path. */
final readonly class DialDrawing
{
    public function __construct(private VoiceLinks $links) {}

    public function draw(JobContext $context, Dialler $dialler, DialQuery $query): DialView
    {
        $plan = $dialler->plan;
        $dialled = $dialler->dial($query);
        $caller = null === $query->from ? null : $plan->extension($query->from);
        $trunk = $plan->trunks[$query->trunk ?? ''] ?? null;
        $end = $dialled->to;
        $isTrunk = 'trunk' === $end?->kind;
        $last = $isTrunk ? $plan->trunks[$end->id] ?? null : (null === $end ? null : $plan->extension($end->id));

        return new DialView(
            who: $caller->name ?? $trunk->name ?? '',
            whoDetail: null === $caller ? 'inbound' : $caller->number,
            number: $query->number,
            waitSeconds: $dialled->waitSeconds,
            routes: $this->routes($context, $dialled, $caller),
            digits: $dialled->digits,
            passed: $this->passed($context, $dialled, $plan),
            end: $last->name ?? 'nowhere',
            endDetail: null === $end ? '' : ($isTrunk ? 'trunk' : \sprintf('%s, %s', $end->id, self::kind($plan, $end->kind, $end->id))),
            endUrl: null === $end ? '' : $this->links->record($context, $isTrunk ? 'trunks' : 'extensions', $end->id),
            holds: $dialled->verdict->holds(),
            verdict: $dialled->verdict->label(),
            why: $dialled->why,
            isHelp: $plan->asksForHelp($query->number) || null !== $plan->emergency($dialled->digits),
            reachesHelp: $isTrunk && null !== $plan->emergency($dialled->digits),
        );
    }

    /** @return list<array{name: string, url: string, takes: bool, says: string}> */
    private function routes(JobContext $context, Dialled $dialled, ?Extension $caller): array
    {
        $rows = [];
        $isPast = false;
        foreach ($dialled->matched as $id) {
            $route = $context->job->all(VoiceRoute::class)[$id];
            $takes = $id === $dialled->route;
            $isPast = $isPast || $takes;
            $rows[] = [
                'name' => $route->name,
                'url' => $this->links->record($context, 'routes', $id),
                'takes' => $takes,
                'says' => match (true) {
                    $takes => 'takes the call',
                    null !== $caller && !$route->allows($caller->number) => \sprintf('not for %s', $caller->number),
                    null === $dialled->route && null !== $dialled->to => 'matches, but the number is an extension',
                    $isPast => 'matches, but a route above takes the call',
                    default => 'outside opening hours',
                },
            ];
        }

        return $rows;
    }

    /** @return list<array{name: string, url: string}> */
    private function passed(JobContext $context, Dialled $dialled, VoicePlan $plan): array
    {
        $passed = [];
        foreach (\array_slice($dialled->path, 0, -1) as $number) {
            $name = $plan->extension($number)->name ?? $number;
            $passed[] = ['name' => $name, 'url' => $this->links->record($context, 'extensions', $number)];
        }

        return $passed;
    }

    private static function kind(VoicePlan $plan, string $kind, string $number): string
    {
        return 'voicemail' === $kind ? 'mailbox' : $plan->extension($number)?->kind->label() ?? '';
    }
}
