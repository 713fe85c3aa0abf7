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
            'security' => [
                'WLAN security and EAP method',
                'WPA2-PSK, WPA3-SAE, or 802.1X with the EAP method',
                'Devices need it before they associate.',
            ],
            'roaming' => ['Roaming', '802.11r, k, v on or off; one channel width', 'Otherwise calls drop between access points.'],
            'multicast' => [
                'Multicast and broadcast on the WLAN',
                'forwarded, converted to unicast, or dropped',
                'Paging and discovery need it.',
            ],
            'isolation' => ['Client isolation', 'yes or no', 'Isolated devices do not find each other.'],
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
