<?php

declare(strict_types=1);

namespace Vorhut\App\Racks;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Frame\ViewFindings;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\NewRecord;
use Vorhut\App\Web\View\Bar;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\Words;
use Vorhut\Core\Job\Circuit;
use Vorhut\Core\Job\NetworkSwitch;
use Vorhut\Core\Job\Rack;
use Vorhut\Core\Power\PowerPlan;
use Vorhut\Core\Power\SwitchPower;
use Vorhut\Core\Rack\CircuitSum;
use Vorhut\Core\Rack\RackSum;

/** Shows what stands where, what it weighs and draws, and what feeds it. */
final readonly class RacksPage
{
    private const LISTS = ['racks' => ['Add rack', 'n'], 'circuits' => ['Add circuit', 'c']];
    private const PASTED = ['racks' => ['Paste racks', 'v'], 'circuits' => ['Paste circuits', 'w']];
    private const MAX = 40;

    public function __construct(
        private ViewFindings $findings,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(JobContext $context): RacksView
    {
        $circuits = CircuitSum::all($context->job);

        return new RacksView(
            summary: Words::count(\count($context->job->all(Rack::class)), 'rack').', '.Words::count(\count($circuits), 'circuit'),
            actions: $this->actions($context),
            next: $this->findings->next($context, 'power') ?? $this->begin($context),
            racks: $this->racks($context),
            circuits: array_map(fn (CircuitSum $s): array => $this->circuit($context, $s), $circuits),
            switches: $this->switches($context),
            findings: $this->findings->lines($context, 'power'),
        );
    }

    /** @return list<RackView> */
    public function racks(JobContext $context): array
    {
        $racks = [];
        foreach (\array_slice(RackSum::all($context->job), 0, self::MAX) as $sum) {
            $racks[] = $this->rack($context, $sum);
        }

        return $racks;
    }

    private function begin(JobContext $context): ?Next
    {
        if ([] !== $context->job->all(Rack::class)) {
            return null;
        }
        $isLead = $this->security->isGranted('ROLE_LEAD');
        $add = new Link('Add rack', $this->url('record', $context, ['list' => 'racks', 'id' => NewRecord::ID]), 'n', main: true);

        return new Next(
            'No rack is planned yet',
            'With its contents the plan calculates weight, power and heat load.',
            $isLead ? $add : null,
        );
    }

    /** @return list<Link> */
    private function actions(JobContext $context): array
    {
        $actions = [
            new Link('Rack list', $this->url('paper', $context, ['name' => 'racks']), 'p'),
            new Link('Power and heat load', $this->url('paper', $context, ['name' => 'heat']), 'h'),
            new Link('Ports and cables', $this->url('cables', $context), 'b'),
        ];
        if ($this->security->isGranted('ROLE_LEAD')) {
            foreach (self::LISTS as $list => [$text, $key]) {
                $actions[] = new Link($text, $this->url('record', $context, ['list' => $list, 'id' => NewRecord::ID]), $key);
            }
            foreach (self::PASTED as $list => [$text, $key]) {
                $actions[] = new Link($text, $this->url('records_list', $context, ['list' => $list]), $key);
            }
        }

        return $actions;
    }

    private function rack(JobContext $context, RackSum $sum): RackView
    {
        return RackView::fromRack(
            sum: $sum,
            link: new Link($sum->rack->name, $this->url('record', $context, ['list' => 'racks', 'id' => $sum->rack->id])),
            place: $context->job->locations[$sum->rack->location]->name ?? '',
            circuit: $context->job->all(Circuit::class)[$sum->rack->circuit]->name ?? '',
            broken: [...$sum->overruns(), ...array_merge(...$sum->overlaps())],
        );
    }

    /** @return array{link: Link, about: string, bar: Bar|null} */
    private function circuit(JobContext $context, CircuitSum $sum): array
    {
        $circuit = $sum->circuit;
        $usable = $circuit->usableWatts();
        $whole = ($circuit->volts ?? 0.0) * ($circuit->amps ?? 0.0);
        $parts = [];
        foreach ($sum->loads as ['name' => $name, 'watts' => $watts]) {
            $parts[] = \sprintf('%s %.0f', $name, $watts);
        }

        return [
            'link' => new Link($circuit->name, $this->url('record', $context, ['list' => 'circuits', 'id' => $circuit->id])),
            'about' => null === $usable
                ? 'voltage and current not set'
                : \sprintf('%s V, %s A, continuous limit %d %%', $circuit->volts, $circuit->amps, $circuit->loadPercent),
            'bar' => null === $usable ? null : Bar::fromLoad(
                label: 'Mains',
                sum: $sum->total(),
                limit: $usable,
                whole: $whole,
                unit: 'W',
                contributors: $parts,
            ),
        ];
    }

    /** @return list<array{link: Link, about: string, bar: Bar|null}> */
    private function switches(JobContext $context): array
    {
        $views = [];
        $sums = array_column((new PowerPlan($context->job))->switches, null, 'switch');
        foreach (\array_slice($context->job->all(NetworkSwitch::class), 0, self::MAX, true) as $id => $switch) {
            /** @var SwitchPower|null $sum */
            $sum = $sums[$id] ?? null;
            if (null === $sum || null === $switch->poeBudgetWatts) {
                continue;
            }
            $drops = [] === $sum->dropsFirst ? '' : ' · first to lose PoE: '.implode(', ', $sum->dropsFirst);
            $views[] = [
                'link' => new Link($switch->name, $this->url('record', $context, ['list' => 'switches', 'id' => $switch->id])),
                'about' => $sum->said().$drops,
                'bar' => Bar::fromLoad(
                    label: 'Ports',
                    sum: $sum->byDrawWatts,
                    limit: $switch->poeBudgetWatts * (1 - $switch->poeReservePercent / 100),
                    whole: $switch->poeBudgetWatts,
                    unit: 'W',
                    contributors: ['by device consumption, cable loss included'],
                ),
            ];
        }

        return $views;
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
