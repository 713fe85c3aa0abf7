<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Profile\LoginScheme;
use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\Desk;
use Vorhut\Core\Runbook\RunbookStep;
use Vorhut\Core\Runbook\StepValue;
use Vorhut\Core\Secret\SecretNeeds;

/** The password that everybody knows goes first. */
final class Secure implements GeneralStep
{
    public function place(): int
    {
        return 60;
    }

    public function of(Desk $desk): ?RunbookStep
    {
        $entrance = $desk->profile->entrances[0] ?? null;
        if (!$desk->isNetworked() && null === $entrance) {
            return null;
        }
        $login = null === $entrance || '' === $entrance->login ? $desk->profile->login : $entrance->login;
        $do = ['' === $login ? 'Log in.' : \sprintf('Log in: %s.', lcfirst(rtrim($login, '.')))];
        if (null === $entrance || $entrance->warns) {
            $do[] = 'A certificate warning at the first login is expected, once.';
        }
        if (LoginScheme::Locked === $entrance?->scheme) {
            $do[] = 'It is locked: the firm\'s credentials, or an unlock; note the day on which that ends.';
        }
        $do[] = 'Set the password that the vault holds for it.';
        $secrets = [];
        foreach (SecretNeeds::logins($desk->job, $desk->device) as $need) {
            $name = Allowed::SECRET.$need->name;
            $id = explode('/', $need->name)[1] ?? $need->name;
            $secrets[] = new StepValue($id, $need->label, $name, $name, 'computed', $need->rule->said(), isSecret: true);
        }

        return new RunbookStep(
            'secure',
            WorkStage::Secure,
            'A password of its own',
            'The default password is known to everybody.',
            do: $do,
            values: [
                ...$secrets,
                ...$desk->stageValues(WorkStage::Secure),
            ],
            cautions: true === $entrance?->caseMatters ? ['Capitals matter.'] : [],
        );
    }
}
