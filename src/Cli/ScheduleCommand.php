<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Schedule\AgendaMaker;
use Vorhut\Core\Schedule\Resources;
use Vorhut\Core\Schedule\Scheduler;
use Vorhut\Core\Schedule\ScheduleText;
use Vorhut\Core\Setting\Settings;

#[AsCommand(
    'schedule',
    'Schedules the work on all devices in the shortest time',
    help: 'Work that waits for others is not scheduled. Exit code 0: done, 2: the file could not be read.',
),]
final class ScheduleCommand extends JobCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addOption('technicians', null, InputOption::VALUE_REQUIRED, 'Technicians, 1 to 4; default: as in the job');
    }

    protected function answer(Job $job, InputInterface $input, OutputInterface $output): int
    {
        $runbooks = new Runbooks(new Settings($job));
        $agenda = AgendaMaker::agenda($job, array_map(static fn (Device $d) => $runbooks->runbook($d), array_values($job->devices)));
        $schedule = Scheduler::schedule(
            $agenda,
            Resources::fromVisit($job->info->visit, self::technicians($input->getOption('technicians'))),
        );
        $text = true === $input->getOption('json') ? Json::line($schedule)."\n" : ScheduleText::write($schedule, $job);
        $output->write($text, false, OutputInterface::OUTPUT_RAW);

        return self::OK;
    }

    private static function technicians(mixed $given): ?int
    {
        if (null === $given) {
            return null;
        }
        if (!\is_string($given) || 1 !== preg_match('/^\d{1,3}$/D', $given)) {
            throw new InvalidValue(\is_string($given) ? $given : '', '1 to 4 technicians', 'Such as --technicians 2.');
        }

        return (int) $given;
    }
}
