<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings;

use Vorhut\Core\Isolation;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\Prover;

/** Runs every rule over a job. */
final class Check
{
    /**
     * @param Prover|null $prover of the same job, where it is at hand
     * @param \DateTimeImmutable|null $today null: rules about days say nothing
     *
     * @return list<Finding>
     */
    public static function run(Job $job, ?Prover $prover = null, ?\DateTimeImmutable $today = null): array
    {
        $plan = new Plan($job, $prover, $today);
        $findings = [];
        foreach (Rules::all() as $rule) {
            $id = $rule->about()->id;
            $found = Isolation::all('The rule '.$id, static fn (): iterable => $rule->check($plan)) ?? [self::failed($rule->about())];
            array_push($findings, ...$found);
        }

        return $findings;
    }

    private static function failed(About $about): Finding
    {
        return new Finding(
            $about,
            Severity::Warning,
            title: \sprintf('The check "%s" failed', $about->label),
            why: 'What it looks for was not checked. All other checks were made.',
            devices: [],
            advice: 'Tell the administrator of Vorhut: the log says what happened.',
            short: 'check failed',
        );
    }
}
