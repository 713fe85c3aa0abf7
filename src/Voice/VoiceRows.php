<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

use Vorhut\App\Plan\JobContext;
use Vorhut\Core\Job\CallTarget;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Hours;
use Vorhut\Core\Job\RouteDirection;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Job\TrunkKind;
use Vorhut\Core\Job\VoiceRoute;
use Vorhut\Core\Voice\BusyHour;
use Vorhut\Core\Voice\CallerGroups;
use Vorhut\Core\Voice\Dialler;
use Vorhut\Core\Voice\DialQuery;
use Vorhut\Core\Voice\TrunkRow;
use Vorhut\Core\Voice\TrunkRows;
use Vorhut\Core\Voice\VoicePlan;

/** Words routes, trunks, menus and numbers for help. */
final readonly class VoiceRows
{
    private const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '*', '0', '#'];

    public function __construct(private VoiceLinks $links) {}

    /**
     * @param array<string, true> $wrong
     *
     * @return array{out: list<RouteView>, in: list<RouteView>}
     */
    public function routes(JobContext $context, VoicePlan $plan, array $wrong, ?DialView $dialled): array
    {
        $taking = array_column(array_filter($dialled->routes ?? [], static fn (array $r): bool => $r['takes']), 'url');
        $rows = ['out' => [], 'in' => []];
        foreach ($context->job->all(VoiceRoute::class) as $route) {
            $url = $this->links->record($context, 'routes', $route->id);
            $hours = $context->job->all(Hours::class)[$route->hours ?? ''] ?? null;
            $else = null === $route->closed ? '' : ', otherwise '.self::target($plan, $route->closed);
            $rows[$route->direction->value][] = new RouteView(
                place: \count($rows[$route->direction->value]) + 1,
                name: $route->name,
                map: (string) $route->digitMap,
                change: self::change($route),
                who: RouteDirection::In === $route->direction
                    ? $plan->trunks[$route->trunk ?? '']->name ?? 'any trunk'
                    : (null === $route->from ? 'everybody' : implode(', ', $route->from)),
                to: $this->to($plan, $route),
                when: null === $hours ? '' : $hours->name.$else,
                url: $url,
                isWrong: isset($wrong['routes '.$route->id]),
                isTaking: \in_array($url, $taking, true),
            );
        }

        return $rows;
    }

    /**
     * @param array<string, true> $wrong
     *
     * @return list<TrunkView>
     */
    public function trunks(JobContext $context, VoicePlan $plan, array $wrong): array
    {
        $views = [];
        foreach ($plan->trunks as $trunk) {
            $rows = TrunkKind::Sip === $trunk->kind ? TrunkRows::rows($trunk) : [];
            $hour = new BusyHour($trunk);
            $views[] = new TrunkView(
                name: $trunk->name,
                kind: $trunk->kind->label(),
                number: $trunk->number ?? 'no number',
                summary: self::trunkSummary($context, $trunk, $rows),
                busy: null === $trunk->callsPerHour ? '' : \sprintf(
                    'Busy hour: %d calls × %d s = %.2f erlang. %d channels needed at 1 %% blocking (Erlang B).',
                    $trunk->callsPerHour,
                    $trunk->holdSeconds,
                    $hour->traffic,
                    $hour->needed,
                ),
                channels: $hour->channels,
                needed: null === $trunk->callsPerHour ? null : $hour->needed,
                rows: $rows,
                isWrong: isset($wrong['trunks '.$trunk->id]),
                url: $this->links->record($context, 'trunks', $trunk->id),
            );
        }

        return $views;
    }

    public function menu(JobContext $context, VoicePlan $plan, Extension $attendant): MenuView
    {
        $menu = $attendant->menu;
        $said = static fn (?CallTarget $target): string => null === $target ? 'hangs up' : self::target($plan, $target);
        $else = [
            \sprintf('no input within %d s: %s', $menu->seconds, $said($menu->timeout)),
            \sprintf('invalid key: %s', $said($menu->invalid)),
        ];
        if ($menu->directDial) {
            $else[] = 'any extension: rings';
        }

        return new MenuView(
            name: $attendant->name,
            number: $attendant->number,
            greeting: $menu->greeting ?? '',
            keys: array_map(static function (string $key) use ($menu, $plan): array {
                $to = $menu->leadsBy($key);

                return ['key' => $key, 'to' => null === $to ? '' : self::target($plan, $to)];
            }, self::KEYS),
            else: $else,
            url: $this->links->record($context, 'extensions', $attendant->number),
        );
    }

    /** @return list<HelpView> */
    public function help(VoicePlan $plan): array
    {
        $dialler = new Dialler($plan);
        $callers = (new CallerGroups($plan))->groups;
        $placeless = array_values(array_filter(
            array_merge(...$callers),
            static fn (Extension $e): bool => null === $plan->dispatch($e),
        ));
        $views = [];
        foreach ($plan->emergencies() as $code) {
            $ways = [];
            foreach ($callers as $group) {
                $said = $dialler->dial(DialQuery::from($group[0]->number, $code->code));
                $trunk = 'trunk' === $said->to?->kind ? $plan->trunks[$said->to->id] ?? null : null;
                $key = $said->route.' '.$said->digits.' '.$trunk?->id;
                $ways[$key] ??= [[], $said, $trunk];
                array_push($ways[$key][0], ...$group);
            }
            $views[] = new HelpView(
                code: $code->code,
                name: $code->name,
                ways: array_values(array_map(static fn (array $way): array => [
                    'route' => $plan->job->all(VoiceRoute::class)[$way[1]->route ?? '']->name ?? 'no route',
                    'trunk' => $way[2]->name ?? 'nowhere',
                    'caller' => $way[2]->number ?? 'none planned',
                    'who' => CallerGroups::named(...$way[0]),
                    'holds' => null !== $way[2] && $way[1]->digits === $code->code,
                ], $ways)),
                placed: \count(array_merge(...$callers)) - \count($placeless),
                placeless: [] === $placeless ? '' : CallerGroups::named(...$placeless),
            );
        }

        return $views;
    }

    private static function change(VoiceRoute $route): string
    {
        $parts = [];
        if ($route->strip > 0) {
            $parts[] = \sprintf('strip %d', $route->strip);
        }
        if ('' !== $route->prefix) {
            $parts[] = \sprintf('add prefix %s', $route->prefix);
        }

        return [] === $parts ? 'unchanged' : implode(', ', $parts);
    }

    private function to(VoicePlan $plan, VoiceRoute $route): string
    {
        if (null !== $route->to) {
            return self::target($plan, $route->to);
        }
        if (RouteDirection::In === $route->direction) {
            return 'the remaining extension';
        }
        $names = array_map(static fn (Trunk $t): string => $t->name, $plan->trunksOf($route));

        return [] === $names ? 'no trunk' : implode(', then ', $names);
    }

    private static function target(VoicePlan $plan, CallTarget $target): string
    {
        $name = $plan->extension($target->number)->name ?? $target->number;

        return $name === $target->number ? $name : $name.' '.$target->number;
    }

    /** @param list<TrunkRow> $rows */
    private static function trunkSummary(JobContext $context, Trunk $trunk, array $rows): string
    {
        $system = $context->job->devices[$trunk->system ?? '']->name ?? 'no phone system';
        if ([] === $rows) {
            return \sprintf('%s, socket %s', $system, $trunk->port ?? 'not planned');
        }
        $differ = \count(array_filter($rows, static fn (TrunkRow $r): bool => false === $r->agrees));
        $open = \count(array_filter($rows, static fn (TrunkRow $r): bool => null === $r->agrees));
        $agree = \count($rows) - $differ - $open;

        return \sprintf('%s: %d match, %d differ, %d not set', $system, $agree, $differ, $open);
    }
}
