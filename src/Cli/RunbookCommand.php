<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Runbook\RunbookMarkdown;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Setting\Settings;

#[AsCommand('runbook', 'Shows the runbook of one device, from factory state to as left')]
final class RunbookCommand extends DeviceCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addOption('markdown', null, InputOption::VALUE_NONE, 'Write Markdown, with check boxes');
    }

    protected function tell(Job $job, Device $device, InputInterface $input, OutputInterface $output): int
    {
        $runbook = (new Runbooks(new Settings($job)))->runbook($device);
        $text = true === $input->getOption('json')
            ? Json::line($runbook)."\n"
            : RunbookMarkdown::write($runbook, true === $input->getOption('markdown'));
        $output->write($text, false, OutputInterface::OUTPUT_RAW);

        return self::OK;
    }
}
