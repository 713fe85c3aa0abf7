<?php

declare(strict_types=1);

namespace Vorhut\App\Networks;

use Vorhut\Core\Job\FilterAction;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Proof\Crossing;

/**
 * Who routes where: each segment a lane, each router a post across the lanes it stands in. Where one lane is chosen, each other
 * says what becomes of a question from there.
 */
final readonly class NetMap
{
    public const WIDTH = 760;
    public const MAX_LANES = 60;
    private const TOP = 46;
    private const LANE = 25;
    private const FIRST_POST = 276;
    private const LAST_POST = 500;
    private const WIDEST_STEP = 96;

    public int $height;

    /**
     * @param list<array{
     *     id: string,
     *     name: string,
     *     y: int,
     *     prefix: string,
     *     chosen: bool,
     *     reached: bool|null,
     *     said: string,
     *     told: string,
     * }> $lanes
     * @param list<array{
     *     id: string,
     *     name: string,
     *     x: int,
     *     row: int,
     *     top: int,
     *     bottom: int,
     *     gate: string,
     *     used: bool,
     *     legs: list<array{y: int, text: string}>,
     * }> $posts
     */
    private function __construct(public array $lanes, public array $posts, public string $more)
    {
        $this->height = self::TOP + self::LANE * \count($lanes) + 4;
    }

    /**
     * @param string $chosen id of a segment, '' for none
     * @param array<array-key, Crossing> $crossings from there, by segment
     */
    public static function fromJob(Job $job, string $chosen, array $crossings): self
    {
        $segments = \array_slice($job->segments, 0, self::MAX_LANES, true);
        $lanes = $heights = [];
        foreach (array_values($segments) as $index => $segment) {
            $y = self::TOP + self::LANE * $index + 14;
            $heights[$segment->id] = $y;
            $lanes[] = self::lane(job: $job, segment: $segment, y: $y, chosen: $chosen, crossing: $crossings[$segment->id] ?? null);
        }
        $used = array_merge([], ...array_map(static fn (Crossing $c): array => $c->routers, array_values($crossings)));
        $step = \count($job->routers) < 2
            ? self::WIDEST_STEP
            : min(self::WIDEST_STEP, intdiv(self::LAST_POST - self::FIRST_POST, \count($job->routers) - 1));
        $posts = [];
        foreach (array_values($job->routers) as $index => $router) {
            $posts[] = self::post(
                router: $router,
                x: self::FIRST_POST + $step * $index,
                row: $index % 2,
                heights: $heights,
                used: \in_array($router->id, $used, true),
            );
        }
        $left = \count($job->segments) - \count($segments);

        return new self($lanes, $posts, $left > 0 ? \sprintf('The first %d; %d more below.', \count($segments), $left) : '');
    }

    /**
     * @return array{
     *     id: string,
     *     name: string,
     *     y: int,
     *     prefix: string,
     *     chosen: bool,
     *     reached: bool|null,
     *     said: string,
     *     told: string,
     * }
     */
    private static function lane(Job $job, Segment $segment, int $y, string $chosen, ?Crossing $crossing): array
    {
        $verdict = $crossing?->verdict;
        $reached = null === $verdict ? null : $verdict->isOk();
        $by = implode(', ', array_map($job->nameOf(...), $crossing->routers ?? []));

        return [
            'id' => $segment->id,
            'name' => mb_strimwidth($segment->name, 0, 34, '…'),
            'y' => $y,
            'prefix' => (string) ($segment->subnets[0]->prefix ?? ''),
            'chosen' => $segment->id === $chosen,
            'reached' => $reached,
            'said' => match ($reached) {
                null => '',
                true => '' === $by ? 'reachable' : 'by '.mb_strimwidth($by, 0, 26, '…'),
                false => mb_strimwidth($verdict->cause?->rule->short() ?? 'unreachable', 0, 34, '…'),
            },
            'told' => $verdict->cause->text ?? '',
        ];
    }

    /**
     * @param array<array-key, int> $heights of the lanes
     *
     * @return array{
     *     id: string,
     *     name: string,
     *     x: int,
     *     row: int,
     *     top: int,
     *     bottom: int,
     *     gate: string,
     *     used: bool,
     *     legs: list<array{y: int, text: string}>,
     * }
     */
    private static function post(Router $router, int $x, int $row, array $heights, bool $used): array
    {
        $legs = [];
        foreach ($router->interfaces as $interface) {
            if (isset($heights[$interface->segment])) {
                $address = (string) $interface->address?->address;
                $legs[] = ['y' => $heights[$interface->segment], 'text' => (string) strrchr($address, '.')];
            }
        }
        $rules = \count($router->rules);
        $gate = match (true) {
            $rules > 0 => \sprintf('%d %s, then %s', $rules, 1 === $rules ? 'rule' : 'rules', $router->defaultAction->value),
            FilterAction::Deny === $router->defaultAction => 'denies all',
            default => '',
        };
        $ys = [] === $legs ? [self::TOP] : array_column($legs, 'y');

        return [
            'id' => $router->id,
            'name' => mb_strimwidth($router->name, 0, 22, '…'),
            'x' => $x,
            'row' => $row,
            'top' => 30,
            'bottom' => max($ys),
            'gate' => $gate,
            'used' => $used,
            'legs' => $legs,
        ];
    }
}
