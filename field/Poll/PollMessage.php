<?php

declare(strict_types=1);

namespace Vorhut\Field\Poll;

/** The two datagrams of the lab's discovery poll: "POLL nonce" and "HERE nonce device". */
final class PollMessage
{
    public static function poll(string $nonce): string
    {
        return 'POLL '.$nonce;
    }

    public static function here(string $nonce, string $device): string
    {
        return \sprintf('HERE %s %s', $nonce, $device);
    }

    public static function nonceOfPoll(string $data): ?string
    {
        return 1 === preg_match('/^POLL ([0-9a-f]{8,32})$/D', $data, $m) ? $m[1] : null;
    }

    /** The device that answered this poll, or null for anything else. */
    public static function deviceOfAnswer(string $data, string $nonce): ?string
    {
        return 1 === preg_match('/^HERE ([0-9a-f]{8,32}) ([a-z0-9._-]{1,64})$/D', $data, $m) && $m[1] === $nonce ? $m[2] : null;
    }
}
