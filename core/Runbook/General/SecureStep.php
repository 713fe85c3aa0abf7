<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\Entrance;
use Vorhut\Core\Profile\LoginScheme;
use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\RunbookContext;
use Vorhut\Core\Runbook\RunbookStep;
use Vorhut\Core\Runbook\StepValue;
use Vorhut\Core\Secret\SecretNeeds;

/** The password that everybody knows goes first. */
final class SecureStep implements GeneralStep
{
    public function step(RunbookContext $context): ?RunbookStep
    {
        $entrance = self::asking($context->profile);
        if (!$context->isNetworked() && null === $entrance) {
            return null;
        }
        $do = [self::login($context->profile, $entrance)];
        if (null === $entrance || $entrance->warns) {
            $do[] = 'The browser shows a certificate warning (self-signed certificate). '
                .'Compare the fingerprint or the MAC address before you accept it.';
        }
        if (LoginScheme::Locked === $entrance?->scheme) {
            $do[] = 'The device is locked by the installing firm. Unlock it with the firm\'s account or a temporary unlock code. '
                .'Record the expiry date.';
        }
        $do[] = 'Set the password from the vault.';
        $secrets = [];
        foreach (SecretNeeds::logins($context->job, $context->device) as $need) {
            $name = Allowed::SECRET.$need->name;
            $id = explode('/', $need->name)[1] ?? $need->name;
            $secrets[] = new StepValue(
                setting: $id,
                label: $need->label,
                value: $name,
                typed: $name,
                origin: 'computed',
                note: $need->rule->said(),
                isSecret: true,
            );
        }

        return new RunbookStep(
            'secure',
            WorkStage::Secure,
            'Change the default password',
            'The default password is in the manual.',
            do: $do,
            values: [
                ...$secrets,
                ...$context->stageValues(WorkStage::Secure),
            ],
            cautions: true === $entrance?->caseMatters ? ['The password is case-sensitive.'] : [],
        );
    }

    /** The first way in by which somebody is asked who he is; where none does, the first one. */
    private static function asking(DeviceProfile $profile): ?Entrance
    {
        foreach ($profile->entrances as $entrance) {
            if (LoginScheme::None !== $entrance->scheme) {
                return $entrance;
            }
        }

        return $profile->entrances[0] ?? null;
    }

    /** With what one logs in, always: whoever stands before the unit has to know. */
    private static function login(DeviceProfile $profile, ?Entrance $entrance): string
    {
        $text = null === $entrance || '' === $entrance->login ? $profile->login : $entrance->login;

        return match (true) {
            LoginScheme::None === $entrance?->scheme => 'No password is set at the factory.',
            '' !== $text => \sprintf('Log in: %s.', rtrim($text, '.')),
            null !== $entrance => \sprintf('Log in: %s.', $entrance->scheme->label()),
            default => 'Log in with the default account on its label or in its manual.',
        };
    }
}
