<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Block;

use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\Setting\OutsideSource;
use Vorhut\Core\Profile\Setting\Setting;

/** What a relay lets through of the mail that units send. */
final class MailBlock implements Block
{
    public function items(AskContext $asked): iterable
    {
        $sends = static fn (Device $d): bool => [] !== $asked->settings->some(
            $d,
            static fn (Setting $s): bool => OutsideSource::Mail === $s->ask,
        );
        $units = array_values(array_filter($asked->job->devices, $sends));
        $questions = [] === $units ? [] : [
            'login' => ['How units log in at the relay', 'by address, or by name with port and encryption', 'It refuses strangers.'],
            'size' => ['Largest message it takes', 'in MB', 'Faxes and recordings are larger than letters.'],
            'sender' => ['Sender address it accepts', 'an address', 'Others are refused or land among the rubbish.'],
        ];
        foreach ($questions as $key => [$what, $form, $why]) {
            yield $asked->note(
                key: 'mail '.$key,
                who: OutsideSource::Mail,
                block: 'Mail relay',
                what: $what,
                units: $units,
                form: $form,
                why: $why,
            );
        }
    }
}
