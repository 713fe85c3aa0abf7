<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Block;

use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\Setting\OutsideSource;

/** What units that join a wireless network must know of it beside its name. */
final class WirelessBlock implements Block
{
    /** The setting by which a kind of unit says that it joins one. */
    private const NETWORK = 'ssid';

    public function items(AskContext $asked): iterable
    {
        $joins = static fn (Device $d): bool => null !== $asked->settings->setting($d, self::NETWORK);
        $units = array_values(array_filter($asked->job->devices, $joins));
        $questions = [] === $units ? [] : [
            'security' => ['Security and method', 'WPA2 or WPA3 with a key, or 802.1X with the method', 'Units are told before they join.'],
            'roaming' => ['Roaming', '802.11r, k, v on or off; one channel width', 'Calls drop between access points otherwise.'],
            'multicast' => ['Multicast and broadcast over the air', 'passed, made unicast, or dropped', 'Paging and discovery need it.'],
            'isolation' => ['Stations kept apart from each other', 'yes or no', 'Units that are kept apart do not find each other.'],
        ];
        foreach ($questions as $key => [$what, $form, $why]) {
            yield $asked->note(
                key: 'wireless '.$key,
                who: OutsideSource::Network,
                block: 'Wireless',
                what: $what,
                units: $units,
                form: $form,
                why: $why,
            );
        }
    }
}
