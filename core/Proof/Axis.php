<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\MadeUpId;
use Vorhut\Core\Job\PartyKind;

/** What the parties of intents are put together by, to be seen at a glance. */
enum Axis: string
{
    case Kind = 'kind';
    case Segment = 'segment';
    case Place = 'place';

    public function label(): string
    {
        return match ($this) {
            self::Kind => 'by device type',
            self::Segment => 'by segment',
            self::Place => 'by location',
        };
    }

    /** The group a party stands in: an id, and the name it is shown with. */
    public function groupOf(Job $job, string $party): string
    {
        $device = $job->devices[$party] ?? null;
        if (null === $device) {
            return match (true) {
                isset($job->routers[$party]) => 'Routers',
                str_starts_with($party, PartyKind::Number->value.':') => 'Extensions',
                str_starts_with($party, PartyKind::Trunk->value.':') => 'Trunks',
                default => $this->groupOfMadeUp($job, $party),
            };
        }

        return match ($this) {
            self::Kind => $job->profileOf($device)->plural,
            self::Segment => $job->segments[$device->interfaces[0]->segment ?? '']->name ?? 'Not connected',
            self::Place => $job->placesOf($device->location)[0]->name ?? 'No location',
        };
    }

    /** A unit that is in no plan stands for its segment. */
    private function groupOfMadeUp(Job $job, string $party): string
    {
        $segment = MadeUpId::segment($job, $party);

        return match (true) {
            null === $segment => $party,
            self::Segment === $this => $segment->name,
            default => 'Any device',
        };
    }
}
