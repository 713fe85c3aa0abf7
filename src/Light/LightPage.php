<?php

declare(strict_types=1);

namespace Vorhut\App\Light;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Frame\ViewFindings;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\NewRecord;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\Words;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Fixture;
use Vorhut\Core\Light\Senders;
use Vorhut\Core\Light\SlotStrip;
use Vorhut\Core\Light\Universes;
use Vorhut\Core\Setting\Settings;

/** Shows which fixture takes which slots, and what of that cannot be. */
final readonly class LightPage
{
    private const MAX = 64;

    public function __construct(
        private ViewFindings $findings,
        private Stores $stores,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(JobContext $context): LightView
    {
        $universes = Universes::used($context->job);
        $ways = $this->ways($context);
        $views = [];
        foreach (\array_slice($universes, 0, self::MAX, true) as $number => $fixtures) {
            $views[] = $this->universe($context, $number, $fixtures, $ways[$number] ?? 'no source');
        }
        $fixtures = $context->job->all(Fixture::class);

        return new LightView(
            summary: Words::count(\count($universes), 'universe').', '.Words::count(\count($fixtures), 'fixture'),
            actions: $this->actions($context),
            next: $this->next($context),
            universes: $views,
            stores: $this->stores->views($context),
            runs: $this->stores->runs($context),
            findings: $this->findings->lines($context, 'light'),
        );
    }

    /** @return list<Link> */
    private function actions(JobContext $context): array
    {
        $media = new Link('Media', $this->url('media', $context), 'm');

        if (!$this->security->isGranted('ROLE_LEAD')) {
            return [$media];
        }
        $more = [];
        foreach (['scenes' => ['Add scene', 's'], 'runs' => ['Add run', 'r']] as $list => [$text, $key]) {
            $more[] = new Link($text, $this->url('record', $context, ['list' => $list, 'id' => NewRecord::ID]), $key);
        }

        $paste = new Link('Paste fixtures', $this->url('records_list', $context, ['list' => 'fixtures']), 'v');

        return [$media, $this->add($context), $paste, ...$more];
    }

    private function add(JobContext $context, bool $isMain = false): Link
    {
        return new Link('Add fixture', $this->url('record', $context, ['list' => 'fixtures', 'id' => NewRecord::ID]), 'f', main: $isMain);
    }

    private function next(JobContext $context): ?Next
    {
        if ([] === $context->job->all(Fixture::class)) {
            $detail = 'With their start addresses the plan shows overlaps before anything is mounted.';

            $add = $this->security->isGranted('ROLE_LEAD') ? $this->add($context, true) : null;

            return new Next('No fixture is planned yet', $detail, $add);
        }

        return $this->findings->next($context, 'light');
    }

    /** @return array<int, string> from whom to whom, by universe */
    private function ways(JobContext $context): array
    {
        $settings = new Settings($context->job);
        $takers = Senders::takers($context->job, $settings);
        $ways = [];
        foreach (Senders::bySender($context->job, $settings) as $universe => $senders) {
            $from = array_map(
                static fn (array $s): string => null === $s[1] ? $s[0]->name : \sprintf('%s at priority %d', $s[0]->name, $s[1]),
                $senders,
            );
            $to = array_map(static fn (Device $d): string => $d->name, $takers[$universe] ?? []);
            $ways[$universe] = implode(', ', $from).' → '.([] === $to ? 'no receiver' : implode(', ', $to));
        }

        return $ways;
    }

    /** @param non-empty-list<Fixture> $fixtures */
    private function universe(JobContext $context, int $number, array $fixtures, string $way): UniverseView
    {
        $strip = Universes::strip($fixtures);
        $bad = array_fill_keys([...array_merge(...$strip->overlaps()), ...$strip->overruns()], true);
        $views = [];
        foreach ($fixtures as $place => $fixture) {
            $last = $fixture->start + $fixture->footprint - 1;
            $views[] = new FixtureView(
                link: new Link($fixture->name, $this->url('record', $context, ['list' => 'fixtures', 'id' => $fixture->id])),
                start: $fixture->start,
                drawn: min(SlotStrip::SLOTS, $last) - $fixture->start + 1,
                fits: !isset($bad[$place]),
                slots: $last === $fixture->start ? (string) $last : \sprintf('%d to %d', $fixture->start, $last),
                node: $context->job->devices[$fixture->node]->name ?? '',
                place: $context->job->locations[$fixture->location]->name ?? '',
            );
        }

        return new UniverseView(
            number: $number,
            group: Universes::group($number),
            sum: \sprintf('%d of %d slots taken', $strip->used(), SlotStrip::SLOTS),
            fixtures: $views,
            way: $way,
        );
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
