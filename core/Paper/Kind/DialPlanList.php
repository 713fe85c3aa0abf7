<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Kind;

use Vorhut\Core\Job\CallTarget;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NumberCode;
use Vorhut\Core\Job\RouteDirection;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Job\VoiceRoute;
use Vorhut\Core\Paper\Back\Cell;
use Vorhut\Core\Paper\Back\Line;
use Vorhut\Core\Paper\Back\OfLines;
use Vorhut\Core\Paper\Back\Reimportable;
use Vorhut\Core\Paper\Back\RowOf;

/** What happens to a number that somebody dials, or that is called from outside: routes, short codes, keys of menus. */
final class DialPlanList implements Reimportable
{
    use OfLines;

    private const NOBODY = 'hangs up';

    /** Direct dial-in: what is left of the number is the extension's. */
    private const DIALLED = 'the dialled extension';

    public function name(): string
    {
        return 'dial-plan';
    }

    public function title(): string
    {
        return 'Dial plan';
    }

    public function heads(): array
    {
        return ['Name', 'Direction', 'Digit map', 'Callers', 'Leads to', 'Digits to strip', 'Prefix', 'Outside hours'];
    }

    public function figures(): array
    {
        return ['Digits to strip'];
    }

    public function cells(): array
    {
        return [
            'Name' => Cell::text('name'),
            'Digit map' => Cell::parsed('digitMap'),
            'Digits to strip' => Cell::whole('strip'),
            'Prefix' => Cell::text('prefix'),
        ];
    }

    public function lines(Job $job): array
    {
        $rows = [...self::codes($job), ...self::menus($job)];
        $others = array_map(static fn (array $cells): Line => new Line($cells, null), $rows);

        return [...self::routes($job), ...$others];
    }

    /** @return list<Line> */
    private static function routes(Job $job): array
    {
        $lines = [];
        $trunks = $job->all(Trunk::class);
        foreach ($job->all(VoiceRoute::class) as $route) {
            $isOut = RouteDirection::Out === $route->direction;
            $used = [] === $route->trunks ? array_keys($trunks) : $route->trunks;
            $names = array_map(static fn (int|string $id): string => $trunks[$id]->name ?? '', $used);
            $lines[] = new Line([
                $route->name,
                $route->direction->label(),
                (string) $route->digitMap,
                $isOut ? self::who($route) : 'by '.($trunks[$route->trunk ?? '']->name ?? 'any trunk'),
                match (true) {
                    null !== $route->to => self::target($job, $route->to),
                    $isOut => implode(', then ', $names),
                    default => self::DIALLED,
                },
                0 === $route->strip ? '' : (string) $route->strip,
                $route->prefix,
                null === $route->hours ? '' : 'outside its hours: '.self::target($job, $route->closed),
            ], new RowOf(VoiceRoute::class, $route->id));
        }

        return $lines;
    }

    private static function who(VoiceRoute $route): string
    {
        return null === $route->from ? 'all extensions' : implode(', ', array_map(strval(...), $route->from));
    }

    /** @return list<list<string>> */
    private static function codes(Job $job): array
    {
        return array_map(
            static fn (NumberCode $c): array => [$c->name, 'code', $c->code, 'all extensions', $c->kind->label(), '', '', ''],
            array_values($job->all(NumberCode::class)),
        );
    }

    /** @return list<list<string>> */
    private static function menus(Job $job): array
    {
        $rows = [];
        foreach ($job->extensions as $extension) {
            foreach ($extension->menu->keys as $key) {
                $rows[] = [
                    $extension->name,
                    'key of a menu',
                    $key->key,
                    'callers of '.$extension->number,
                    self::target($job, $key->to),
                    '',
                    '',
                    'no input: '.self::target($job, $extension->menu->timeout),
                ];
            }
        }

        return $rows;
    }

    private static function target(Job $job, ?CallTarget $target): string
    {
        if (null === $target) {
            return self::NOBODY;
        }
        $isMeant = static fn (Extension $e): bool => $e->number === $target->number && $e->name !== $e->number;
        $name = array_values(array_filter($job->extensions, $isMeant))[0]->name ?? '';

        return '' === $name ? $target->number : \sprintf('%s, %s', $target->number, $name);
    }
}
