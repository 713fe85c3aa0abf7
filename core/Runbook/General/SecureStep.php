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
            $do[] = 'A certificate warning at the first login is expected, once.';
        }
        if (LoginScheme::Locked === $entrance?->scheme) {
            $do[] = 'It is locked: the firm\'s credentials, or an unlock; note the day on which that ends.';
        }
        $do[] = 'Set the password that the vault holds for it.';
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
            'A password of its own',
            'The default password is known to everybody.',
            do: $do,
            values: [
                ...$secrets,
                ...$context->stageValues(WorkStage::Secure),
            ],
            cautions: true === $entrance?->caseMatters ? ['Capitals matter.'] : [],
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
            LoginScheme::None === $entrance?->scheme => 'No login is asked for until a password is set.',
            '' !== $text => \sprintf('Log in: %s.', lcfirst(rtrim($text, '.'))),
            null !== $entrance => \sprintf('Log in: %s.', $entrance->scheme->label()),
            default => 'Log in with the account it is delivered with, as its label or manual says.',
        };
    }
}
