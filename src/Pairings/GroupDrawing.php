<?php

declare(strict_types=1);

namespace Vorhut\App\Pairings;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\Link;
use Vorhut\Core\Constraint\ConstraintChecks;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Relation\RelatedUnit;

/** Draws devices that work together as boxes in columns, their relations as lines between them, those alike as one. */
final readonly class GroupDrawing
{
    /** Relations of one group beyond these are told and not drawn, where all their settings match. */
    private const MAX_LINES = 12;
    private const POST = 180;
    private const POST_HEIGHT = 48;
    private const COLUMN = 274;
    private const ROW = 74;
    private const LEFT = 20;
    private const TOP = 16;
    /** Characters of a label that fit between two columns. */
    private const LABEL = 15;

    public function __construct(private ConstraintLines $constraints, private UrlGeneratorInterface $urls) {}

    /** @param non-empty-list<RelatedUnit> $group */
    public function draw(JobContext $context, ConstraintChecks $checks, array $group, string $selected): GroupView
    {
        $mayFold = static fn (RelatedUnit $r): bool => 'agrees' === ConstraintLines::state($checks->checks($r))
            && !\in_array($selected, [$r->from->id, $r->to->id], true);
        $bundles = Bundle::fold($group, $mayFold);
        $isHidden = static fn (Bundle $b, int $n): bool => $n >= self::MAX_LINES && $b->isOne() && $mayFold($b->first());
        $hidden = array_filter($bundles, $isHidden, \ARRAY_FILTER_USE_BOTH);
        $bundles = array_values(array_diff_key($bundles, $hidden));
        $columns = Groups::columns(array_map(static fn (Bundle $b): RelatedUnit => $b->first(), $bundles));
        $folded = [];
        foreach ($bundles as $bundle) {
            $folded += $bundle->isOne() ? [] : [$bundle->first()->from->id => $bundle];
        }
        $at = $rows = $posts = [];
        foreach ($columns as $id => [$device, $column]) {
            $row = $rows[$column] = ($rows[$column] ?? -1) + 1;
            $at[$id] = [self::LEFT + $column * self::COLUMN, self::TOP + $row * self::ROW];
            $posts[] = $this->post(context: $context, device: $device, bundle: $folded[$id] ?? null, at: $at[$id], selected: $selected);
        }
        $lines = LabelSpread::spread(array_map(fn (Bundle $b): LineView => $this->line($context, $checks, $b, $at), $bundles));
        $states = array_map(static fn (LineView $l): string => $l->state, $lines);

        return new GroupView(
            title: $group[0]->to->name,
            posts: $posts,
            lines: $lines,
            width: 2 * self::LEFT + max(0, ...array_column($columns, 1)) * self::COLUMN + self::POST,
            height: self::TOP + (1 + max(0, ...array_values($rows))) * self::ROW,
            state: \in_array('broken', $states, true) ? 'broken' : (\in_array('open', $states, true) ? 'open' : 'agrees'),
            more: [] === $hidden ? '' : \sprintf('and %d more, all settings matching', \count($hidden)),
        );
    }

    /** @param array{int, int} $at */
    private function post(JobContext $context, Device $device, ?Bundle $bundle, array $at, string $selected): PostView
    {
        $kind = $context->job->profileOf($device);

        return new PostView(
            name: null === $bundle ? $device->name : \sprintf('%d × %s', \count($bundle->members), $kind->name),
            kind: null === $bundle ? $kind->name : $device->name.' …',
            url: null === $bundle
                ? $this->url($context, 'devices', ['sel' => $device->id])
                : $this->url($context, 'devices', ['kind' => $kind->id]),
            x: $at[0],
            y: $at[1],
            width: self::POST,
            isSelected: $device->id === $selected,
        );
    }

    /** @param array<string, array{int, int}> $at where the boxes stand */
    private function line(JobContext $context, ConstraintChecks $checks, Bundle $bundle, array $at): LineView
    {
        $related = $bundle->first();
        $states = $checks->checks($related);
        $middle = intdiv(self::POST_HEIGHT, 2);
        $from = [$at[$related->from->id][0] + self::POST, $at[$related->from->id][1] + $middle];
        $to = [$at[$related->to->id][0], $at[$related->to->id][1] + $middle];
        $passed = [];
        for ($x = $at[$related->from->id][0] + self::COLUMN; $x < $to[0]; $x += self::COLUMN) {
            $passed[] = [$x, $x + self::POST];
        }
        $gap = self::ROW - self::POST_HEIGHT;
        $first = self::TOP - intdiv($gap, 2);
        $path = LinePath::past(from: $from, to: $to, columns: $passed, first: $first, pitch: self::ROW);
        $label = $from[0] + intdiv(self::COLUMN - self::POST, 2);

        return new LineView(
            from: $bundle->isOne() ? $related->from->name : \sprintf('Each of %d devices', \count($bundle->members)),
            says: $related->coupling->name,
            label: explode("\n", wordwrap($related->coupling->name, self::LABEL)),
            to: $related->to->name,
            state: ConstraintLines::state($states),
            path: $path->drawn(),
            labelX: $label,
            labelY: $path->heightAt($label) - 5,
            ties: $this->constraints->lines($context, $states),
            alike: $bundle->isOne() ? [] : array_map(fn (RelatedUnit $r): Link => new Link(
                $r->from->name,
                $this->url($context, 'pairings', ['sel' => $r->from->id]),
            ), $bundle->members),
            edit: '' === $related->id || !$bundle->isOne() ? null : new Link(
                'Change',
                $this->url($context, 'record', ['list' => 'pairings', 'id' => $related->id]),
            ),
        );
    }

    /** @param array<string, string> $more */
    private function url(JobContext $context, string $route, array $more): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
