<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc\Kind;

use Vorhut\Core\Calc\Calculation;
use Vorhut\Core\Calc\CalculationAbout;
use Vorhut\Core\Calc\Input;
use Vorhut\Core\Calc\Inputs;
use Vorhut\Core\Voice\FaxTime;

/** How long a fax takes by T.38, and what it takes of the network. */
final class FaxCalculation implements Calculation
{
    public function about(): CalculationAbout
    {
        return new CalculationAbout(
            id: 'fax',
            name: 'A fax by T.38',
            standard: 'ITU-T T.38; T.4 and T.6 for what a page compresses to',
            inputs: [
                Input::whole(name: 'pages', unit: 'pages', says: 'how many', min: 1, max: 100000, default: 1),
                Input::number(name: 'bitsPerPage', unit: 'bits', says: 'a page once compressed', min: 1, max: 1000000000, default: 400000),
                Input::number(
                    name: 'kbps',
                    unit: 'kbit/s',
                    says: 'modem speed, such as 33.6, 14.4 or 9.6',
                    min: 2.4,
                    max: 33.6,
                    default: 14.4,
                ),
                Input::number(name: 'perPageSeconds', unit: 's', says: 'between two pages', min: 0, max: 600, default: 0),
                Input::whole(name: 'redundancy', unit: 'packets', says: 'sent again with each packet', min: 0, max: 10, default: 0),
                Input::number(name: 'sessionSeconds', unit: 's', says: 'before the first page', min: 0, max: 600, default: 0),
                Input::whole(
                    name: 'packetMs',
                    unit: 'ms',
                    says: 'time in one packet; left out, headers are not counted',
                    min: 10,
                    max: 200,
                ),
            ],
            outputs: ['seconds' => 's', 'ipKbps' => 'kbit/s'],
        );
    }

    public function results(Inputs $inputs): array
    {
        $kbps = $inputs->number('kbps');

        return [
            'seconds' => FaxTime::seconds(
                pages: $inputs->whole('pages'),
                bitsPerPage: $inputs->number('bitsPerPage'),
                kbps: $kbps,
                perPageSeconds: $inputs->number('perPageSeconds'),
                sessionSeconds: $inputs->number('sessionSeconds'),
            ),
            'ipKbps' => FaxTime::kbps($kbps, $inputs->whole('redundancy'), $inputs->has('packetMs') ? $inputs->whole('packetMs') : null),
        ];
    }
}
