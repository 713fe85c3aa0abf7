<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;

/** A command that reads a job file. Exit code 0: ok, 1: findings or failed intents, 2: bad input. */
abstract class JobCommand extends Command
{
    public const OK = 0;
    public const FINDINGS = 1;
    public const BAD_INPUT = 2;

    protected function configure(): void
    {
        $this->addArgument('job', InputArgument::REQUIRED, 'Job file, or - for standard input');
        $this->addOption('json', null, InputOption::VALUE_NONE, 'Write JSON for machines');
    }

    final protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        try {
            $file = $input->getArgument('job');
            \assert(\is_string($file));

            return $this->answer(JobFile::read(self::contents($file), ShippedProfiles::load()), $input, $output);
        } catch (InvalidFile $e) {
            if (true === $input->getOption('json')) {
                $output->writeln(
                    Json::line([
                        'errors' => array_map(
                            static fn (FileError $error): array => get_object_vars($error),
                            $e->errors,
                        ),
                    ]),
                    OutputInterface::OUTPUT_RAW,
                );
            } else {
                foreach ($e->errors as $error) {
                    $errors->writeln((string) $error, OutputInterface::OUTPUT_RAW);
                }
            }
        } catch (InvalidValue $e) {
            $errors->writeln($e->getMessage(), OutputInterface::OUTPUT_RAW);
        }

        return self::BAD_INPUT;
    }

    abstract protected function answer(Job $job, InputInterface $input, OutputInterface $output): int;

    /** @throws InvalidFile */
    private static function contents(string $file): string
    {
        if ('-' !== $file && (!is_file($file) || !is_readable($file))) {
            throw InvalidFile::at('job', $file, 'a file that exists and may be read', 'Check the path.');
        }
        $text = file_get_contents('-' === $file ? 'php://stdin' : $file);
        if (false === $text) {
            throw InvalidFile::at('job', $file, 'a file that can be read', 'Check the path.');
        }

        return $text;
    }
}
