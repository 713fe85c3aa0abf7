<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Kind;

use Vorhut\Core\Exchange\CableSheet;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Paper\PrintableList;

/** Every port of every switch in the order of its front: what is on it, by which cable, and what it carries. */
final class CableList implements PrintableList
{
    public function name(): string
    {
        return 'cables';
    }

    public function title(): string
    {
        return 'Cable list';
    }

    public function heads(): array
    {
        return CableSheet::HEADS;
    }

    public function figures(): array
    {
        return ['Metres', 'Mbit/s', ...CableSheet::SUMS];
    }

    public function rows(Job $job): array
    {
        return CableSheet::rows($job);
    }
}
