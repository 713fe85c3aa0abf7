<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Revolt\EventLoop;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;
use Vorhut\Field\Lab\LabRegistry;
use Vorhut\Field\Lab\LabTaken;
use Vorhut\Field\Net\Turn;
use Vorhut\Field\Rtp\Faults;
use Vorhut\Field\StandIn\LabHost;

#[AsCommand(
    'lab',
    'Runs the stand-ins of a job on loopback until it is ended',
    help: "Planned 10.a.b.c is 127.a.b.c; other networks get a block of their own, shown at the start.\nA "
        .'change of the job file is followed within two seconds.',
),]
final class LabCommand extends JobCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addOption('loss', null, InputOption::VALUE_REQUIRED, 'Packet loss of the media of its phones, %', '0');
        $this->addOption('jitter', null, InputOption::VALUE_REQUIRED, 'Maximum random delay of the media, ms', '0');
    }

    protected function answer(Job $job, InputInterface $input, OutputInterface $output): int
    {
        $faults = new Faults(self::figure($input, 'loss', 100), self::figure($input, 'jitter', 1000));
        try {
            $lab = new LabHost(
                job: $job,
                registry: LabRegistry::ofThisUser(),
                renderer: UnitFiles::make(),
                child: LabPartCommand::start(...),
                faults: $faults,
            );
        } catch (LabTaken $e) {
            throw new InvalidValue($job->info->name, 'a job whose lab does not run yet', $e->getMessage());
        }
        if (true === $input->getOption('json')) {
            $output->writeln(
                Json::line([
                    'running' => $lab->running(),
                    'failed' => (object) $lab->failed(),
                    'blocks' => (object) $lab->addresses()->table(),
                ]),
                OutputInterface::OUTPUT_RAW,
            );
        } else {
            $output->writeln(\sprintf('%d stand-ins run; 10.a.b.c is 127.a.b.c.', $lab->count()));
            foreach ($lab->addresses()->table() as $planned => $at) {
                $output->writeln(\sprintf('%s is %s.', $planned, $at));
            }
            foreach ($lab->failed() as $standIn => $why) {
                $output->writeln(\sprintf('Could not start %s: %s', $standIn, $why), OutputInterface::OUTPUT_RAW);
            }
        }
        $file = $input->getArgument('job');
        $text = self::fileText($file) ?? JobFile::write($job);
        $plan = JobFile::write($job);
        Turn::guardLoop();
        $watch = EventLoop::repeat(2.0, static function () use ($file, $lab, $output, &$text, &$plan): void {
            $now = self::fileText($file) ?? $text;
            if ($now === $text) {
                return;
            }
            $text = $now;
            try {
                $changed = JobFile::read($now, ShippedProfiles::load());
                // Line breaks, or keys in another order, are no change of the plan.
                if (JobFile::write($changed) === $plan) {
                    return;
                }
                $plan = JobFile::write($changed);
                $lab->update($changed);
                $output->writeln(\sprintf('The plan changed; %d stand-ins run.', $lab->count()));
            } catch (InvalidFile $e) {
                $output->writeln('The changed job file is not followed: '.$e->errors[0], OutputInterface::OUTPUT_RAW);
            }
        });
        $stop = EventLoop::getSuspension();
        foreach ([\SIGINT, \SIGTERM] as $signal) {
            EventLoop::onSignal($signal, static function (string $id) use ($stop): void {
                EventLoop::cancel($id);
                $stop->resume();
            });
        }
        $stop->suspend();
        EventLoop::cancel($watch);
        $lab->stop();

        return self::OK;
    }

    private static function figure(InputInterface $input, string $name, int $max): float
    {
        $given = $input->getOption($name);
        $isFigure = is_numeric($given) && (float) $given >= 0 && (float) $given <= $max;

        return $isFigure ? (float) $given : throw new InvalidValue(
            \is_string($given) ? $given : '',
            \sprintf('a number from 0 to %d', $max),
            "Correct --$name.",
        );
    }

    private static function fileText(mixed $file): ?string
    {
        return \is_string($file) && is_file($file) ? (string) file_get_contents($file) : null;
    }
}
