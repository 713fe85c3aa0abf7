<?php

declare(strict_types=1);

namespace Vorhut\App\Light;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Jobs\JobReading;
use Vorhut\App\Jobs\RecordsPage;
use Vorhut\App\Web\FindingLines;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\Words;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Job\Fixture;
use Vorhut\Core\Light\SlotStrip;
use Vorhut\Core\Light\Universes;

/** Shows which fixture takes which slots, and what of that cannot be. */
final readonly class LightPage
{
    private const RULES = ['slots-shared', 'beyond-last-slot', 'run-too-loaded', 'universe-contested'];
    private const MOST = 64;

    public function __construct(
        private JobReading $reading,
        private FindingLines $findings,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {
    }

    public function show(JobInHand $hand): LightView
    {
        $universes = Universes::of($hand->job);
        $wrong = array_values(array_filter(
            $this->reading->digest($hand->stored)->findings,
            static fn (Finding $f): bool => \in_array($f->rule, self::RULES, true),
        ));
        $views = [];
        foreach (\array_slice($universes, 0, self::MOST, true) as $number => $fixtures) {
            $views[] = $this->universe($hand, $number, $fixtures);
        }
        $fixtures = $hand->job->all(Fixture::class);

        return new LightView(
            Words::count(\count($universes), 'universe').', '.Words::count(\count($fixtures), 'fixture'),
            $this->actions($hand),
            $this->next($hand, $wrong),
            $views,
            $this->findings->all($hand, $wrong, 'light'),
        );
    }

    /** @return list<Link> */
    private function actions(JobInHand $hand): array
    {
        $networks = new Link('Networks', $this->url('networks', $hand), 'n');

        return $this->security->isGranted('ROLE_LEAD') ? [$networks, $this->add($hand)] : [$networks];
    }

    private function add(JobInHand $hand): Link
    {
        return new Link('Add fixture', $this->url('record', $hand, ['list' => 'fixtures', 'id' => RecordsPage::NEW]), 'f');
    }

    /** @param list<Finding> $wrong */
    private function next(JobInHand $hand, array $wrong): ?Next
    {
        if ([] === $hand->job->all(Fixture::class)) {
            $detail = 'With their start addresses the plan sees what overlaps before anything hangs.';

            return new Next('No fixture is planned yet', $detail, $this->security->isGranted('ROLE_LEAD') ? $this->add($hand) : null);
        }
        if ([] === $wrong) {
            return null;
        }
        $line = $this->findings->of($hand, $wrong[0], 'light', 't');

        return new Next($line->title, $line->why.' '.$line->advice, $line->take);
    }

    /** @param non-empty-list<Fixture> $fixtures */
    private function universe(JobInHand $hand, int $number, array $fixtures): UniverseView
    {
        $strip = Universes::strip($fixtures);
        $bad = array_fill_keys([...array_merge(...$strip->overlaps()), ...$strip->overruns()], true);
        $views = [];
        foreach ($fixtures as $place => $fixture) {
            $last = $fixture->start + $fixture->footprint - 1;
            $views[] = new FixtureView(
                new Link($fixture->name, $this->url('record', $hand, ['list' => 'fixtures', 'id' => $fixture->id])),
                $fixture->start,
                min(SlotStrip::SLOTS, $last) - $fixture->start + 1,
                !isset($bad[$place]),
                $last === $fixture->start ? (string) $last : \sprintf('%d to %d', $fixture->start, $last),
                $hand->job->devices[$fixture->node]->name ?? '',
                $hand->job->locations[$fixture->location]->name ?? '',
            );
        }

        return new UniverseView(
            $number,
            Universes::group($number),
            \sprintf('%d of %d slots taken', $strip->used(), SlotStrip::SLOTS),
            $views,
        );
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobInHand $hand, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $hand->stored->getSlug(), ...$more]);
    }
}
