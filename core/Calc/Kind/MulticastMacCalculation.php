<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc\Kind;

use Vorhut\Core\Calc\Calculation;
use Vorhut\Core\Calc\CalculationAbout;
use Vorhut\Core\Calc\Input;
use Vorhut\Core\Calc\Inputs;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\MacAddress;

/** By which MAC a group is sent: thirty-two groups share each. */
final class MulticastMacCalculation implements Calculation
{
    private const PREFIX = '01005E';
    private const BITS = 0x7FFFFF;

    public function about(): CalculationAbout
    {
        return new CalculationAbout(
            id: 'multicast-mac',
            name: 'Multicast MAC address',
            standard: 'RFC 1112, section 6.4',
            inputs: [
                Input::text(name: 'group', says: 'an address from 224.0.0.0 to 239.255.255.255', pattern: '/^[0-9.]{7,15}$/D'),
            ],
            outputs: ['mac' => ''],
        );
    }

    public function results(Inputs $inputs): array
    {
        $group = Ipv4Address::fromString($inputs->word('group'));
        if (!$group->isMulticast()) {
            throw new InvalidValue((string) $group, '224.0.0.0 to 239.255.255.255', 'Only multicast groups map to such a MAC address.');
        }

        return ['mac' => (string) MacAddress::fromString(self::PREFIX.\sprintf('%06X', $group->value & self::BITS))];
    }
}
