<?php

declare(strict_types=1);

use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Constraint\ConstraintChecks;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\JobGenerator;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rules;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Setting\Settings;

/*
 * Times values, pairings, their findings and runbooks on a generated job: php bench/values.php [devices]   (default 5000)
 * Every phone has an extension, so it is paired with a phone system; three rules of places and kinds apply to every horn.
 */

require dirname(__DIR__).'/vendor/autoload.php';

$devices = (int) ($argv[1] ?? 5000);
$file = (new JobGenerator($devices, 3))->generate();
$extensions = [];
foreach ($file['devices'] as $index => $device) {
    if ('desk-phone-page' === $device['profile']) {
        $extensions[] = ['number' => (string) (10000 + $index), 'device' => $device['id'], 'server' => 'dev-1'];
    }
}
$file['voice']['extensions'] = [...$file['voice']['extensions'], ...$extensions];
$file['rules'] = [
    ['id' => 'loud', 'setting' => 'volume', 'value' => 5, 'profile' => 'paging-horn'],
    ['id' => 'pier', 'setting' => 'volume', 'value' => 6, 'location' => 'northpier'],
    ['id' => 'night', 'setting' => 'night-volume', 'value' => 1, 'location' => 'northpier'],
];
$job = JobFile::read(Json::line($file), ShippedProfiles::load());
$best = static function (callable $work): array {
    $times = [];
    for ($n = 0; $n < 3; ++$n) {
        $start = hrtime(true);
        $said = $work();
        $times[] = (hrtime(true) - $start) / 1e6;
    }

    return [$said, min($times)];
};
$values = static function (Job $job): int {
    $settings = new Settings($job);
    $count = 0;
    foreach ($job->devices as $device) {
        $count += count($settings->values($device));
    }

    return $count;
};
$findings = static function (Job $job, Prover $prover): int {
    $plan = new Plan($job, $prover, new DateTimeImmutable('2026-11-26'));
    $count = 0;
    foreach (Rules::all() as $rule) {
        if (str_contains($rule::class, '\Values\\')) {
            $count += iterator_count((static fn () => yield from $rule->check($plan))());
        }
    }

    return $count;
};
printf("%d devices, %d extensions\n", $devices, count($job->extensions));
[$count, $ms] = $best(static fn () => $values($job));
printf("all %d values: %.0f ms\n", $count, $ms);
[$count, $ms] = $best(static fn () => count((new ConstraintChecks(new Settings($job)))->all()));
printf("all %d pairs of values: %.0f ms\n", $count, $ms);
$prover = new Prover($job);
$prover->network;
[$count, $ms] = $best(static fn () => $findings($job, $prover));
printf("values, pairings and their %d findings together: %.0f ms\n", $count, $ms);
[, $ms] = $best(static fn () => Json::line((new Runbooks(new Settings($job)))->runbook($job->devices['dev-'.intdiv($devices, 2)])));
printf("one runbook, from nothing: %.1f ms\n", $ms);
$runbooks = new Runbooks(new Settings($job));
[, $ms] = $best(static function () use ($runbooks, $job): void {
    foreach (array_slice($job->devices, 0, 500) as $device) {
        Json::line($runbooks->runbook($device));
    }
});
printf("a runbook among many: %.2f ms\n", $ms / 500);
printf("peak %.0f MB\n", memory_get_peak_usage() / 1e6);
