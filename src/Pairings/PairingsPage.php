<?php

declare(strict_types=1);

namespace Vorhut\App\Pairings;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Frame\FindingLines;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Plan\Rights;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Constraint\ConstraintCheck;
use Vorhut\Core\Constraint\ConstraintChecks;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Relation\RelatedUnit;
use Vorhut\Core\Setting\Settings;

/** Draws which units work together, and offers to make their values match. */
final readonly class PairingsPage
{
    /** Groups beyond these are told and not drawn. */
    private const MAX_GROUPS = 40;
    /** Units of one group beyond these likewise: thirty phones at one phone system say nothing that three do not. */
    private const MAX_LINES = 8;
    private const POST = 180;
    private const COLUMN = 274;
    private const ROW = 74;

    public function __construct(
        private JobReading $reading,
        private FindingLines $findings,
        private Rights $rights,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(JobContext $context, string $selected): PairingsView
    {
        $settings = new Settings($context->job);
        $pairings = new ConstraintChecks($settings);
        $groups = [];
        foreach (Groups::group($settings->couplings->all) as $group) {
            $groups[] = $this->group($context, $pairings, $group, $selected);
        }
        $rank = ['broken' => 0, 'open' => 1, 'agrees' => 2];
        usort($groups, static fn (GroupView $a, GroupView $b): int => $rank[$a->state] <=> $rank[$b->state]);
        $broken = \count($pairings->broken());
        $isEditor = $this->security->isGranted('ROLE_TECHNICIAN');

        return new PairingsView(
            summary: \sprintf(
                '%s, %s',
                Words::count(\count($settings->couplings->all), 'pairing'),
                0 === $broken ? 'all settings match' : Words::count($broken, 'setting does not match', 'settings do not match'),
            ),
            next: $this->next($context, $pairings),
            groups: \array_slice($groups, 0, self::MAX_GROUPS),
            fields: $isEditor ? $this->fields($context, $selected) : [],
            addUrl: $this->url($context, 'pairing_add'),
            version: $context->revision,
            findings: $this->findings->all($context, $this->reading->digest($context->stored)->findingsAt('pairings'), 'pairings'),
        );
    }

    private function next(JobContext $context, ConstraintChecks $pairings): ?Next
    {
        foreach ($pairings->broken() as $state) {
            $mend = $state->mends[0] ?? null;
            $post = null === $mend ? null : $this->mend(context: $context, mend: $mend, text: 'Apply change', key: 't', isMain: true);

            return new Next($state->said(), null === $mend ? $state->tie->why : $mend->title.'.', $post);
        }

        return null;
    }

    /** @param non-empty-list<RelatedUnit> $group */
    private function group(JobContext $context, ConstraintChecks $pairings, array $group, string $selected): GroupView
    {
        $drawn = self::drawn($pairings, $group, $selected);
        $columns = Groups::columns($drawn);
        $posts = $at = $rows = [];
        foreach ($columns as $id => [$device, $column]) {
            $row = $rows[$column] = ($rows[$column] ?? -1) + 1;
            $at[$id] = [20 + $column * self::COLUMN, 16 + $row * self::ROW];
            $posts[] = new PostView(
                name: $device->name,
                kind: $context->job->profileOf($device)->name,
                url: $this->url($context, 'devices', ['sel' => $id]),
                x: $at[$id][0],
                y: $at[$id][1],
                width: self::POST,
                isSelected: $id === $selected,
            );
        }
        $lines = array_map(fn (RelatedUnit $c): LineView => $this->line($context, $pairings, $c, $at), $drawn);
        $states = array_map(static fn (LineView $l): string => $l->state, $lines);
        $more = \count($group) - \count($drawn);

        return new GroupView(
            title: $drawn[0]->to->name,
            posts: $posts,
            lines: $lines,
            width: 40 + max(0, ...array_column($columns, 1)) * self::COLUMN + self::POST,
            height: 20 + (1 + max(0, ...array_values($rows))) * self::ROW,
            state: \in_array('broken', $states, true) ? 'broken' : (\in_array('open', $states, true) ? 'open' : 'agrees'),
            more: 0 === $more ? '' : \sprintf('and %d more like these, all matching', $more),
        );
    }

    /**
     * Those that do not agree, those of the selected unit, and some others.
     *
     * @param non-empty-list<RelatedUnit> $group
     *
     * @return non-empty-list<RelatedUnit>
     */
    private static function drawn(ConstraintChecks $pairings, array $group, string $selected): array
    {
        $first = $rest = [];
        foreach ($group as $coupled) {
            $isFirst = 'agrees' !== self::state($pairings->checks($coupled))
                || \in_array($selected, [$coupled->from->id, $coupled->to->id], true)
                || '' !== $coupled->id;
            $isFirst ? $first[] = $coupled : $rest[] = $coupled;
        }

        $some = [...$first, ...\array_slice($rest, 0, max(0, self::MAX_LINES - \count($first)))];

        return [] === $some ? $group : $some;
    }

    /** @param array<string, array{int, int}> $at where the posts stand */
    private function line(JobContext $context, ConstraintChecks $pairings, RelatedUnit $coupled, array $at): LineView
    {
        $states = $pairings->checks($coupled);
        [$x1, $y1] = [$at[$coupled->from->id][0] + self::POST, $at[$coupled->from->id][1] + 24];
        [$x2, $y2] = [$at[$coupled->to->id][0], $at[$coupled->to->id][1] + 24];
        $bend = max(40, intdiv($x2 - $x1, 2));
        $label = $x1 + intdiv(self::COLUMN - self::POST, 2);

        return new LineView(
            from: $coupled->from->name,
            says: $coupled->coupling->name,
            to: $coupled->to->name,
            state: self::state($states),
            path: \sprintf('M%d %dC%d %d %d %d %d %d', $x1, $y1, $x1 + $bend, $y1, $x2 - $bend, $y2, $x2, $y2),
            labelX: $label,
            labelY: self::height(x1: $x1, y1: $y1, x2: $x2, y2: $y2, x: $label) - 5,
            ties: array_map(fn (ConstraintCheck $s): array => $this->tie($context, $s), $states),
            edit: '' === $coupled->id ? null : new Link(
                'Change',
                $this->url($context, 'record', ['list' => 'pairings', 'id' => $coupled->id]),
            ),
        );
    }

    /** Where a line is at some place of its way: it leaves and arrives level. */
    private static function height(int $x1, int $y1, int $x2, int $y2, int $x): int
    {
        $t = 0.0;
        while ($t < 1.0 && $x1 + ($x2 - $x1) * (1.5 * $t - 1.5 * $t ** 2 + $t ** 3) < $x) {
            $t += 0.02;
        }

        return (int) round($y1 + ($y2 - $y1) * (3 * $t ** 2 - 2 * $t ** 3));
    }

    /** @return array{name: string, mine: string, theirs: string, state: string, why: string, mends: list<Post>} */
    private function tie(JobContext $context, ConstraintCheck $state): array
    {
        $mends = [];
        foreach (true === $state->holds ? [] : $state->mends as $mend) {
            $post = $this->mend($context, $mend, $mend->title);
            if (null !== $post) {
                $mends[] = $post;
            }
        }

        return [
            'name' => $state->tie->name,
            'mine' => '' === $state->mineShown ? 'not set' : $state->mineShown,
            'theirs' => '' === $state->theirsShown ? 'not set' : $state->theirsShown,
            'state' => self::stateOf($state),
            'why' => $state->tie->why,
            'mends' => $mends,
        ];
    }

    private function mend(JobContext $context, ChangeSet $mend, string $text, string $key = '', bool $isMain = false): ?Post
    {
        if (!$this->rights->allow($context->stored, $mend)) {
            return null;
        }
        $values = ['offer' => $mend->fingerprint(), 'version' => $context->revision];

        return new Post($text, $this->url($context, 'pairing_mend'), $values, $key, main: $isMain);
    }

    /** @param list<ConstraintCheck> $states */
    private static function state(array $states): string
    {
        $all = array_map(self::stateOf(...), $states);

        return \in_array('broken', $all, true) ? 'broken' : (\in_array('open', $all, true) ? 'open' : 'agrees');
    }

    private static function stateOf(ConstraintCheck $state): string
    {
        return match ($state->holds) {
            true => 'agrees',
            false => 'broken',
            null => 'open',
        };
    }

    /** @return list<FormField> */
    private function fields(JobContext $context, string $selected): array
    {
        $relations = $from = [];
        foreach ($context->job->devices as $device) {
            foreach ($context->job->profileOf($device)->couplings as $coupling) {
                if (!$coupling->byExtension) {
                    $relations[$coupling->id] = $coupling->name;
                    $from[$device->id] = $device->name;
                }
            }
        }
        asort($relations);
        $all = array_map(static fn (Device $d): string => $d->name, $context->job->devices);

        return [
            new FormField('from', 'Device', $selected, 'select', options: ['' => ''] + $from, required: true),
            new FormField(
                name: 'coupling',
                label: 'Relation',
                value: '',
                control: 'select',
                options: ['' => ''] + $relations,
                required: true,
            ),
            new FormField(name: 'to', label: 'Paired device', value: '', control: 'select', options: ['' => ''] + $all, required: true),
        ];
    }

    /** @param array<string, string> $more */
    private function url(JobContext $context, string $route, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
