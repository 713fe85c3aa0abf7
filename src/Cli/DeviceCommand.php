<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Nearest;

/** A command about one unit of a job file. */
abstract class DeviceCommand extends JobCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addArgument('device', InputArgument::REQUIRED, 'Id of a device');
    }

    final protected function answer(Job $job, InputInterface $input, OutputInterface $output): int
    {
        $id = $input->getArgument('device');
        \assert(\is_string($id));
        $device = $job->devices[$id] ?? null;
        if (null === $device) {
            $near = Nearest::to($id, array_keys($job->devices), 3);
            $advice = null === $near ? 'They stand in the job file under "devices".' : \sprintf('Did you mean "%s"?', $near);
            throw InvalidFile::at('device', $id, 'the id of a device in this job', $advice);
        }

        return $this->tell($job, $device, $input, $output);
    }

    abstract protected function tell(Job $job, Device $device, InputInterface $input, OutputInterface $output): int;
}
