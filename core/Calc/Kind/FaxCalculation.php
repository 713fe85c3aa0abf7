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
        return new CalculationAbout('fax', 'A fax by T.38', 'ITU-T T.38; T.4 and T.6 for what a page compresses to', [
            Input::whole('pages', 'pages', 'how many', 1, 100000, 1),
            Input::number('bitsPerPage', 'bits', 'a page once compressed', 1, 1000000000, 400000),
            Input::number('kbps', 'kbit/s', 'of the modems, such as 33.6, 14.4 or 9.6', 2.4, 33.6, 14.4),
            Input::number('perPageSeconds', 's', 'between two pages', 0, 600, 0),
            Input::whole('redundancy', 'packets', 'sent again with each packet', 0, 10, 0),
            Input::number('sessionSeconds', 's', 'before the first page', 0, 600, 0),
            Input::whole('packetMs', 'ms', 'time in one packet; left out, headers are not counted', 10, 200),
        ], ['seconds' => 's', 'ipKbps' => 'kbit/s']);
    }

    public function of(Inputs $inputs): array
    {
        $kbps = $inputs->number('kbps');

        return [
            'seconds' => FaxTime::seconds(
                $inputs->whole('pages'),
                $inputs->number('bitsPerPage'),
                $kbps,
                $inputs->number('perPageSeconds'),
                $inputs->number('sessionSeconds'),
            ),
            'ipKbps' => FaxTime::kbps($kbps, $inputs->whole('redundancy'), $inputs->has('packetMs') ? $inputs->whole('packetMs') : null),
        ];
    }
}
