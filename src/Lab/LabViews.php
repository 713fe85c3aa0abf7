<?php

declare(strict_types=1);

namespace Vorhut\App\Lab;

use Psr\Clock\ClockInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\Lab;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Field\Lab\UnitFault;

/** Says how the lab of a job is. */
final readonly class LabViews
{
    /** Units to choose from. */
    private const MAX_UNITS = 400;

    public function __construct(
        private Labs $labs,
        private ClockInterface $clock,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    public function view(JobContext $context): LabView
    {
        $lab = $this->labs->labOf($context->stored);
        $runs = true === $lab?->runs($this->clock->now());
        $wanted = true === $lab?->isWanted();
        [$state, $tone, $mark] = match (true) {
            $runs && $wanted => ['runs', 'through', '●'],
            $runs => ['is ending', 'unknown', '◌'],
            $wanted => ['is starting', 'unknown', '◌'],
            default => ['is not running', 'unknown', '○'],
        };
        $slug = ['slug' => $context->stored->getSlug()];
        $url = $this->urls->generate('lab', $slug);

        return new LabView(
            state: $state,
            tone: $tone,
            mark: $mark,
            detail: $this->detail($lab, $runs, $wanted),
            blocks: $runs ? self::blocks($lab) : [],
            switch: !$this->security->isGranted('ROLE_TECHNICIAN') ? null : ($wanted
                ? new Post('Stop the lab', $url, ['off' => 1], 'b')
                : new Post('Start the lab', $url, [], 'b')),
            againUrl: $runs === $wanted ? '' : $this->urls->generate('lab_state', $slug),
            turned: $this->turned($context, $lab),
            fields: $runs && $this->security->isGranted('ROLE_TECHNICIAN') ? self::fields($context) : [],
            turnUrl: $this->urls->generate('lab_turn', $slug),
        );
    }

    /** @return list<array{name: string, label: string, back: Post|null}> */
    private function turned(JobContext $context, ?Lab $lab): array
    {
        $rows = [];
        $url = $this->urls->generate('lab_turn', ['slug' => $context->stored->getSlug()]);
        foreach ($lab?->getFaults()->faults ?? [] as $id => $fault) {
            $name = $context->job->devices[$id]->name ?? (string) $id;
            $back = new Post('As planned again', $url, ['device' => $id], spoken: ': '.$name);
            $mayBack = isset($context->job->devices[$id]) && $this->security->isGranted('ROLE_TECHNICIAN');
            $rows[] = ['name' => $name, 'label' => $fault->label(), 'back' => $mayBack ? $back : null];
        }

        return $rows;
    }

    /** @return list<FormField> */
    private static function fields(JobContext $context): array
    {
        $units = $faults = [];
        foreach (\array_slice($context->job->devices, 0, self::MAX_UNITS, true) as $device) {
            $units[$device->id] = $device->name;
        }
        foreach (UnitFault::cases() as $fault) {
            $faults[$fault->value] = $fault->label();
        }

        return [] === $units ? [] : [
            new FormField('device', 'In the lab', (string) array_key_first($units), 'select', options: $units),
            new FormField('fault', 'Simulated fault', UnitFault::Off->value, 'select', options: $faults),
        ];
    }

    private function detail(?Lab $lab, bool $runs, bool $wanted): string
    {
        return match (true) {
            $runs && null !== $lab => trim(Words::count($lab->getStandIns(), 'stand-in').' answer for the devices. '.$lab->getMessage()),
            null !== $lab && '' !== $lab->getMessage() => $lab->getMessage(),
            $wanted => 'It takes a few seconds.',
            default => 'Stand-ins on loopback answer for every device of the plan, to whom the plan lets through.',
        };
    }

    /** @return list<array{planned: string, lab: string}> */
    private static function blocks(Lab $lab): array
    {
        $blocks = [];
        foreach ($lab->getBlocks()->given as $planned => $at) {
            $blocks[] = [
                'planned' => Ipv4Address::fromInt($planned << 8).'/24',
                'lab' => Ipv4Address::fromInt($at << 8).'/24',
            ];
        }

        return $blocks;
    }
}
