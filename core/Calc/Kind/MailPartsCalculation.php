<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc\Kind;

use Vorhut\Core\Calc\Calculation;
use Vorhut\Core\Calc\CalculationAbout;
use Vorhut\Core\Calc\Input;
use Vorhut\Core\Calc\Inputs;
use Vorhut\Core\Voice\FaxTime;

/** Into how many mails a long fax goes. */
final class MailPartsCalculation implements Calculation
{
    public function about(): CalculationAbout
    {
        return new CalculationAbout(
            id: 'mail-parts',
            name: 'A fax by mail',
            standard: 'RFC 4648, section 4: base64 makes four bytes of three',
            inputs: [
                Input::whole(name: 'bytes', unit: 'bytes', says: 'size of the fax as a file', min: 1, max: 1000000000000),
                Input::whole(
                    name: 'limitBytes',
                    unit: 'bytes',
                    says: 'what the mail server takes for the attachment as it is sent',
                    min: 4,
                    max: 1000000000000,
                ),
            ],
            outputs: ['parts' => 'mails', 'encodedBytes' => 'bytes'],
        );
    }

    public function results(Inputs $inputs): array
    {
        $bytes = $inputs->whole('bytes');

        return ['parts' => FaxTime::parts($bytes, $inputs->whole('limitBytes')), 'encodedBytes' => FaxTime::encoded($bytes)];
    }
}
