<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\App\Kit\Kit;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\Json;

#[AsCommand(
    'kit',
    'Makes one archive with the command line and a job, for any machine with PHP',
    help: 'Exit code 0: made, 2: the job could not be read or the archive not be written.',
),]
final class KitCommand extends JobCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addOption('out', null, InputOption::VALUE_REQUIRED, 'The archive, a ZIP file');
    }

    protected function answer(Job $job, InputInterface $input, OutputInterface $output): int
    {
        $out = $input->getOption('out');
        if (!\is_string($out) || '' === $out) {
            throw new InvalidValue(given: 'nothing', allowed: 'a file to write, after --out', advice: 'Such as --out kit.zip.');
        }
        try {
            $files = (new Kit(\dirname(__DIR__, 2)))->write($job, $out);
        } catch (\RuntimeException $e) {
            throw new InvalidValue($out, 'a file that can be written', $e->getMessage());
        }
        $said = ['file' => $out, 'files' => $files, 'bytes' => (int) filesize($out)];
        $output->writeln(
            true === $input->getOption('json')
                ? Json::line($said)
                : \sprintf('%s: %d files, %.1f MB. Unpack it anywhere and read READ-ME.txt.', $out, $files, $said['bytes'] / 1e6),
            OutputInterface::OUTPUT_RAW,
        );

        return self::OK;
    }
}
