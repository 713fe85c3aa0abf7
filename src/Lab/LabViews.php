<?php

declare(strict_types=1);

namespace Vorhut\App\Lab;

use Psr\Clock\ClockInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\Lab;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Net\Ipv4Address;

/** Says how the lab of a job is. */
final readonly class LabViews
{
    public function __construct(
        private Labs $labs,
        private ClockInterface $clock,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {
    }

    public function of(JobInHand $hand): LabView
    {
        $lab = $this->labs->of($hand->stored);
        $runs = true === $lab?->runs($this->clock->now());
        $wanted = true === $lab?->isWanted();
        [$state, $tone, $mark] = match (true) {
            $runs && $wanted => ['runs', 'through', '●'],
            $runs => ['is ending', 'unknown', '◌'],
            $wanted => ['is starting', 'unknown', '◌'],
            default => ['does not run', 'unknown', '○'],
        };
        $slug = ['slug' => $hand->stored->getSlug()];
        $url = $this->urls->generate('lab', $slug);

        return new LabView(
            $state,
            $tone,
            $mark,
            $this->detail($lab, $runs, $wanted),
            $runs ? self::blocks($lab) : [],
            !$this->security->isGranted('ROLE_TECHNICIAN') ? null : ($wanted
                ? new Post('Stop the lab', $url, ['off' => 1], 'b')
                : new Post('Start the lab', $url, [], 'b')),
            $runs === $wanted ? '' : $this->urls->generate('lab_state', $slug),
        );
    }

    private function detail(?Lab $lab, bool $runs, bool $wanted): string
    {
        return match (true) {
            $runs && null !== $lab => trim(Words::count($lab->getStandIns(), 'stand-in').' answer for the units. '.$lab->getMessage()),
            null !== $lab && '' !== $lab->getMessage() => $lab->getMessage(),
            $wanted => 'It takes a few seconds.',
            default => 'Stand-ins on loopback answer for every unit of the plan, and for nobody the plan does not let through.',
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
