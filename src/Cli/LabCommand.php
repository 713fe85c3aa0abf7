<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Revolt\EventLoop;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\App\Jobs\ShippedProfiles;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;
use Vorhut\Field\Lab\LabRegistry;
use Vorhut\Field\Lab\LabTaken;
use Vorhut\Field\StandIn\LabHost;

#[AsCommand(
    'lab',
    'Runs the stand-ins of a job on loopback until it is ended',
    help: "Planned 10.a.b.c is 127.a.b.c; other networks get a block of their own, shown at the start.\nA "
        .'change of the job file is followed within two seconds.',
),]
final class LabCommand extends JobCommand
{
    protected function answer(Job $job, InputInterface $input, OutputInterface $output): int
    {
        try {
            $lab = new LabHost($job, LabRegistry::ofThisUser(), UnitFiles::make(), LabPartCommand::start(...));
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
        $text = JobFile::write($job);
        $watch = EventLoop::repeat(2.0, static function () use ($file, $lab, $output, &$text): void {
            $now = \is_string($file) && is_file($file) ? (string) file_get_contents($file) : $text;
            if ($now === $text) {
                return;
            }
            $text = $now;
            try {
                $lab->update(JobFile::read($now, ShippedProfiles::load()));
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
}
