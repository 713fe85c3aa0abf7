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
            'login' => [
                'Authentication at the mail relay',
                'by IP address, or by user name with port and encryption',
                'The relay accepts authenticated senders only.',
            ],
            'size' => ['Maximum message size', 'in MB', 'Faxes and recordings are larger than normal mail.'],
            'sender' => ['Permitted sender address', 'an address', 'Mail from other senders is rejected or marked as spam.'],
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
