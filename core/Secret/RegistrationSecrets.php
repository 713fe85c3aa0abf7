<?php

declare(strict_types=1);

namespace Vorhut\Core\Secret;

use Vorhut\Core\Convention\PhoneProvisioningConvention;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\SecretAlphabet;
use Vorhut\Core\Profile\SecretRule;

/** The secret by which a phone that is told its settings by a file registers: one for each number. */
final class RegistrationSecrets
{
    /** Characters; it is typed by nobody. */
    private const LENGTH = 24;

    /** What the secret of a number is called. */
    public static function name(string $number): string
    {
        return 'number/'.$number;
    }

    /** Null for a unit that takes no file, or into which everything is typed. */
    public static function need(Job $job, Device $device, Extension $extension): ?SecretNeed
    {
        $isTyped = PhoneProvisioningConvention::Typed === $job->info->schools->phoneProvisioning;
        if ($isTyped || !$extension->isOfUnit() || !$job->profileOf($device)->provisioning->isThere()) {
            return null;
        }

        return new SecretNeed(
            name: self::name($extension->number),
            label: 'SIP password of extension '.$extension->number,
            devices: [$device],
            rule: new SecretRule('number', SecretAlphabet::LettersDigits, 20, self::LENGTH),
            keypad: null,
            isLogin: false,
        );
    }
}
