<?php

declare(strict_types=1);

namespace Vorhut\App\Lab;

use Vorhut\App\Web\View\Post;

/** How a job's lab is, and the button that changes it. */
final readonly class LabView
{
    /**
     * @param list<array{planned: string, lab: string}> $blocks where planned networks are found
     * @param string $againUrl where its state is asked for while it changes; '' where it rests
     */
    public function __construct(
        public string $state,
        public string $tone,
        public string $mark,
        public string $detail,
        public array $blocks,
        public ?Post $switch,
        public string $againUrl,
    ) {
    }
}
