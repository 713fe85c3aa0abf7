<?php

declare(strict_types=1);

namespace Vorhut\App\Kinds;

use Vorhut\App\Bench\DialView;
use Vorhut\App\Bench\PortView;
use Vorhut\App\Web\View\Link;

/** A kind of unit: what it is, what it has, and how one of it is led through. */
final readonly class KindView
{
    /**
     * @param array<string, string> $facts by label
     * @param list<PortView> $ports
     * @param list<DialView> $dials
     * @param list<array{name: string, takes: string, where: string, notes: string}> $settings
     * @param list<array{says: string, with: string, ties: string}> $couplings
     * @param list<array{stage: string, steps: list<array{title: string, notes: string}>}> $stages
     * @param list<Link> $actions
     * @param list<Link> $units of the job
     */
    public function __construct(
        public string $name,
        public string $about,
        public array $facts,
        public array $ports,
        public array $dials,
        public array $settings,
        public array $couplings,
        public array $stages,
        public array $actions,
        public array $units,
        public string $allUrl,
    ) {}
}
