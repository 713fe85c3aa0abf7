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
        return new CalculationAbout('mail-parts', 'A fax by mail', 'RFC 4648, section 4: base64 makes four bytes of three', [
            Input::whole('bytes', 'bytes', 'size of the fax as a file', 1, 1000000000000),
            Input::whole('limitBytes', 'bytes', 'what the mail server takes for the attachment as it is sent', 4, 1000000000000),
        ], ['parts' => 'mails', 'encodedBytes' => 'bytes']);
    }

    public function of(Inputs $inputs): array
    {
        $bytes = $inputs->whole('bytes');

        return ['parts' => FaxTime::parts($bytes, $inputs->whole('limitBytes')), 'encodedBytes' => FaxTime::encoded($bytes)];
    }
}
