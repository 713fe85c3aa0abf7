<?php

declare(strict_types=1);

namespace Vorhut\App\Tour;

/** The ten screens by which somebody new gets to know the demo job. */
final class Tour
{
    /** The job that it leads through. */
    public const JOB = 'kestrel-sound-ferries';

    /** @return non-empty-list<TourStop> */
    public static function stops(): array
    {
        return [
            new TourStop(
                route: 'brief',
                section: 'brief',
                title: 'The day at a glance',
                text: 'What can be done now, who is being waited for, and everything that is wrong with the plan, the worst first. '
                    .'Many findings carry their correction: Apply makes it, and z takes it back.',
            ),
            new TourStop(
                route: 'networks',
                section: 'networks',
                title: 'Networks as rulers',
                text: 'One ruler per subnet: gateway, DHCP range, devices. A wedge is a conflict. '
                    .'Select a segment on the map to see which others it reaches, and which filter rule stops it.',
            ),
            new TourStop(
                route: 'devices',
                section: 'devices',
                title: 'Devices from a list',
                text: 'Paste a spreadsheet (l), propose addresses, change many at once. '
                    .'Select a device: the pane says each setting, where it comes from and what depends on it.',
            ),
            new TourStop(
                route: 'ask',
                section: 'brief',
                title: 'Questions to others',
                text: 'What only the client, the network administrator or the carrier knows, as one sheet for each of them. '
                    .'They answer by a link or a workbook; you see what an answer fills before it is applied.',
            ),
            new TourStop(
                route: 'pairings',
                section: 'pairings',
                title: 'Both ends side by side',
                text: 'Devices that work together, with the settings that have to match. '
                    .'A mismatch is drawn as a broken line, and corrected on the end that costs least.',
            ),
            new TourStop(
                route: 'voice',
                section: 'voice',
                title: 'Where a call goes',
                text: 'Extensions, trunks and call routes. Enter an extension and a number: each digit and each route that '
                    .'decides is shown, also for numbers that do not work.',
                query: ['from' => '2010', 'number' => '2001'],
            ),
            new TourStop(
                route: 'media',
                section: 'media',
                title: 'What a link carries',
                text: 'Each stream adds up on each link and uplink it crosses, with the latency it needs. '
                    .'Audio chains, lighting and rooms are one key away.',
            ),
            new TourStop(
                route: 'proof',
                section: 'proof',
                title: 'Why two devices do not see each other',
                text: 'Who has to find, manage or call whom. Each pair is predicted from the plan and tested in the lab or on site. '
                    .'Select a cell: the path is drawn to the hop that fails, with what corrects it.',
            ),
            new TourStop(
                route: 'bench',
                section: 'bench',
                title: 'The runbook of each device',
                text: 'Order, mount, first contact, settings, tests: step by step for 43 device types, with the value to type at each. '
                    .'Start with the next device: Enter records a step.',
            ),
            new TourStop(
                route: 'hand-over',
                section: 'hand-over',
                title: 'Proof that stays',
                text: 'What stands between you and a signature. The signed state is frozen; the next visit compares the site with it. '
                    .'That was the tour: create a job of your own, or ask ? on any screen.',
            ),
        ];
    }
}
