<?php

declare(strict_types=1);

use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Ask\AskSheet;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\JobGenerator;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Runbook\Runbook;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Schedule\Agenda;
use Vorhut\Core\Schedule\AgendaMaker;
use Vorhut\Core\Schedule\Resources;
use Vorhut\Core\Schedule\Scheduler;
use Vorhut\Core\Secret\SecretNeeds;
use Vorhut\Core\Setting\Settings;

/*
 * Times the order of work for 60 units from the carton, and the ask sheet and the needs of the vault on a generated job:
 * php bench/schedule.php [devices]   (default 5000)
 */

require dirname(__DIR__).'/vendor/autoload.php';

$best = static function (callable $work): array {
    $times = [];
    for ($n = 0; $n < 3; ++$n) {
        $start = hrtime(true);
        $said = $work();
        $times[] = (hrtime(true) - $start) / 1e6;
    }

    return [$said, min($times)];
};
$read = static fn (int $devices): Job => JobFile::read(Json::line((new JobGenerator($devices, 3))->generate()), ShippedProfiles::load());

$small = $read(60);
$agenda = static function () use ($small): Agenda {
    $runbooks = new Runbooks(new Settings($small));

    return AgendaMaker::agenda($small, array_map(static fn (Device $d): Runbook => $runbooks->runbook($d), array_values($small->devices)));
};
[$made, $time] = $best($agenda);
printf("%-44s %8.1f ms   %d steps on %d units\n", 'runbooks and agenda of 60 units', $time, count($made->tasks), count($made->units));
foreach ([1, 2, 3, 4] as $technicians) {
    [$schedule, $time] = $best(static fn () => Scheduler::schedule($made, new Resources($technicians)));
    $over = 100 * ($schedule->makespan / max(1, $schedule->bounds->lowerBound()) - 1);
    printf("%-44s %8.1f ms   %d s, %.2f %% above the bound\n", "order for $technicians", $time, $schedule->makespan, $over);
}

$job = $read((int) ($argv[1] ?? 5000));
[$sheet, $time] = $best(static fn () => AskSheet::fromContext(new AskContext(new Settings($job), new Prover($job))));
printf("%-44s %8.1f ms   %d questions\n", sprintf('ask sheet of %d devices', count($job->devices)), $time, count($sheet->items));
[$needs, $time] = $best(static fn () => (new SecretNeeds(new Settings($job)))->all());
printf("%-44s %8.1f ms   %d secrets\n", 'needs of the vault', $time, count($needs));
