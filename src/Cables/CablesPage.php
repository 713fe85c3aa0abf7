<?php

declare(strict_types=1);

namespace Vorhut\App\Cables;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Frame\ViewFindings;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\NewRecord;
use Vorhut\App\Web\View\Bar;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\Words;
use Vorhut\Core\Job\Flow;
use Vorhut\Core\Job\NetworkSwitch;
use Vorhut\Core\Job\PartyRef;
use Vorhut\Core\Job\SwitchLink;
use Vorhut\Core\Load\FlowRates;
use Vorhut\Core\Load\LoadLine;
use Vorhut\Core\Load\LoadPlan;
use Vorhut\Core\Load\PortName;
use Vorhut\Core\Load\StillFits;

/** Shows what is connected to what, its load, and the PoE it supplies. */
final readonly class CablesPage
{
    private const LISTS = ['switches' => ['Add switch', 's'], 'links' => ['Add link', 'l'], 'flows' => ['Add stream', 'f']];
    private const MAX = 200;
    private const NAMED = 4;
    private const MAX_ROOM = 100;

    public function __construct(
        private SwitchViews $switches,
        private ViewFindings $findings,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(JobContext $context): CablesView
    {
        $job = $context->job;
        $rates = new FlowRates($job);
        $by = (new LoadPlan($job))->byLink();

        return new CablesView(
            summary: \sprintf(
                '%s, %s, %s',
                Words::count(\count($job->all(NetworkSwitch::class)), 'switch', 'switches'),
                Words::count(\count($job->all(SwitchLink::class)), 'link'),
                Words::count(\count($job->all(Flow::class)), 'stream'),
            ),
            actions: $this->actions($context),
            next: $this->next($context),
            tree: Tree::fromJob($job, $by),
            links: $this->links($context, $by),
            switches: $this->switches->all($context),
            streams: array_map(
                fn (Flow $f): array => $this->stream($context, $f, $rates),
                \array_slice(array_values($job->all(Flow::class)), 0, self::MAX),
            ),
            findings: $this->findings->lines($context, 'cables'),
        );
    }

    /** @return list<Link> */
    private function actions(JobContext $context): array
    {
        $actions = [
            new Link('Networks', $this->url('networks', $context), 'n'),
            new Link('Print', $this->url('paper', $context, ['name' => 'cables']), 'p'),
        ];
        if ($this->security->isGranted('ROLE_LEAD')) {
            $actions[] = new Link('Paste cables', $this->url('cables_list', $context), 'v');
            $actions[] = new Link('Paste switch links', $this->url('records_list', $context, ['list' => 'links']), 'w');
            foreach (self::LISTS as $list => [$text, $key]) {
                $actions[] = new Link($text, $this->url('record', $context, ['list' => $list, 'id' => NewRecord::ID]), $key);
            }
        }

        return $actions;
    }

    private function next(JobContext $context): ?Next
    {
        if ([] === $context->job->all(NetworkSwitch::class)) {
            $add = new Link(
                'Add switch',
                $this->url('record', $context, ['list' => 'switches', 'id' => NewRecord::ID]),
                's',
                main: true,
            );
            $isLead = $this->security->isGranted('ROLE_LEAD');

            $detail = 'With its ports the plan shows what is connected where, and calculates load and PoE.';

            return new Next('No switch is planned yet', $detail, $isLead ? $add : null);
        }

        return $this->findings->next($context, 'cables');
    }

    /**
     * @param array<string, array<string, LoadLine>> $by link and direction
     *
     * @return list<LinkView>
     */
    private function links(JobContext $context, array $by): array
    {
        $links = $context->job->all(SwitchLink::class);
        $share = static fn (SwitchLink $l): float => max(0.0, ...array_map(
            static fn (LoadLine $one): float => $one->kbps / max($one->limitKbps, 1),
            array_values($by[$l->id] ?? []),
        ));
        uasort($links, static fn (SwitchLink $a, SwitchLink $b): int => $share($b) <=> $share($a));
        $fits = new StillFits($context->job);
        $views = [];
        foreach (\array_slice($links, 0, self::MAX) as $link) {
            $there = $by[$link->id]['from-to'];
            $back = $by[$link->id]['to-from'];
            $views[] = new LinkView(
                link: new Link($link->name, $this->url('record', $context, ['list' => 'links', 'id' => $link->id])),
                ends: \sprintf('%s → %s', PortName::name($context->job, $link->from), PortName::name($context->job, $link->to)),
                made: self::made($link),
                there: self::bar(context: $context, label: 'Outbound', line: $there, headroom: $link->headroomPercent, fits: $fits),
                back: self::bar(context: $context, label: 'Inbound', line: $back, headroom: $link->headroomPercent, fits: $fits),
            );
        }

        return $views;
    }

    private static function made(SwitchLink $link): string
    {
        $parts = [
            $link->medium->label(),
            null === $link->metres ? '' : number_format($link->metres, 0, '.', "\u{2009}").' m',
            \sprintf('%d %% headroom', $link->headroomPercent),
            rtrim($link->headroomWhy, '.'),
        ];

        return implode(' · ', array_filter($parts, static fn (string $p): bool => '' !== $p));
    }

    private static function bar(JobContext $context, string $label, LoadLine $line, int $headroom, StillFits $fits): Bar
    {
        $whole = $line->limitKbps / (1 - $headroom / 100);
        $flows = $context->job->all(Flow::class);
        $names = array_map(static fn (string $f): string => $flows[$f]->name ?? $f, \array_slice($line->flows, 0, self::NAMED));
        $more = $fits->on($line);
        if (null !== $more) {
            $names[] = match (true) {
                0 === $more => 'no capacity for another stream like the largest',
                $more > self::MAX_ROOM => 'fits more than 100 streams like the largest',
                default => \sprintf('fits %d more streams like the largest', $more),
            };
        }

        if ('' !== $line->moment) {
            array_unshift($names, 'peak: '.$line->moment);
        }

        return Bar::fromLoad(
            label: $label,
            sum: $line->kbps / 1000,
            limit: $line->limitKbps / 1000,
            whole: $whole / 1000,
            unit: 'Mbit/s',
            contributors: $names,
        );
    }

    /** @return array{link: Link, from: string, to: string, sent: string, rate: string, when: string} */
    private function stream(JobContext $context, Flow $flow, FlowRates $rates): array
    {
        $names = array_map(static fn (PartyRef $r): string => $context->job->nameOf($r->id), $flow->to);
        $more = \count($names) - self::NAMED;

        return [
            'link' => new Link($flow->name, $this->url('record', $context, ['list' => 'flows', 'id' => $flow->id])),
            'from' => $context->job->nameOf($flow->from->id),
            'to' => implode(', ', \array_slice($names, 0, self::NAMED)).($more > 0 ? \sprintf(' and %d more', $more) : ''),
            'sent' => $flow->cast->label(),
            'rate' => \sprintf('%s Mbit/s', round($rates->kbps($flow, $flow->from->id) / 1000, 2)),
            'when' => implode(', ', $flow->moments),
        ];
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
