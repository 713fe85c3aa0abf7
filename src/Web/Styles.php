<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Twig\Attribute\AsTwigFunction;

/** The parts of the style sheet, in the order in which they build on each other. */
final class Styles
{
    private const PARTS = [
        'tokens.css',
        'base.css',
        'page.css',
        'action.css',
        'table.css',
        'form.css',
        'drawing.css',
        'jobs.css',
        'networks.css',
        'devices.css',
        'bench.css',
        'batch.css',
        'scan.css',
        'ask.css',
        'pairings.css',
        'voice.css',
        'cables.css',
        'media.css',
        'kinds.css',
        'proof.css',
        'help.css',
        'narrow.css',
        'print.css',
    ];

    /** @return list<string> */
    #[AsTwigFunction('styles')]
    public function styles(): array
    {
        return self::PARTS;
    }
}
