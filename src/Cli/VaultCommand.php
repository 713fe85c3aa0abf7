<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Helper\QuestionHelper;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\Console\Question\Question;
use Vorhut\App\Vault\SealedFile;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Record\Json;

#[AsCommand(
    'vault',
    'Opens a file of secrets that Vault exported, with its passphrase',
    help: 'vorhut vault open FILE. The passphrase is asked for, or is the first line of --passphrase-file or of standard input.'."\n"
        .'Exit code 0: opened, 2: it could not be.',
),]
final class VaultCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('what', InputArgument::REQUIRED, 'open');
        $this->addArgument('file', InputArgument::REQUIRED, 'A file that Vault exported');
        $this->addOption('passphrase-file', null, InputOption::VALUE_REQUIRED, 'A file whose first line is the passphrase');
        $this->addOption('json', null, InputOption::VALUE_NONE, 'Write JSON for machines');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        try {
            if ('open' !== $input->getArgument('what')) {
                throw new InvalidValue(self::text($input->getArgument('what')), 'open', 'vorhut vault open FILE');
            }
            $content = SealedFile::open(self::contents(self::text($input->getArgument('file'))), $this->passphrase($input, $errors));
        } catch (InvalidValue $e) {
            $errors->writeln($e->getMessage(), OutputInterface::OUTPUT_RAW);

            return JobCommand::BAD_INPUT;
        }
        if (true === $input->getOption('json')) {
            $output->writeln(Json::line($content), OutputInterface::OUTPUT_RAW);

            return JobCommand::OK;
        }
        $output->writeln([$content['job'], ''], OutputInterface::OUTPUT_RAW);
        foreach ($content['secrets'] as $secret) {
            $line = \sprintf('%s  %s: %s', $secret['value'], implode(', ', $secret['units']), $secret['label']);
            $output->writeln($line, OutputInterface::OUTPUT_RAW);
        }

        return JobCommand::OK;
    }

    private function passphrase(InputInterface $input, OutputInterface $errors): string
    {
        $file = $input->getOption('passphrase-file');
        if (\is_string($file)) {
            return self::firstLine(self::contents($file));
        }
        if (!stream_isatty(\STDIN)) {
            return self::firstLine((string) stream_get_contents(\STDIN));
        }
        $question = (new Question('Passphrase: '))->setHidden(true)->setTrimmable(false);

        return self::text((new QuestionHelper())->ask($input, $errors, $question));
    }

    private static function firstLine(string $text): string
    {
        return rtrim(explode("\n", $text, 2)[0], "\r");
    }

    private static function contents(string $file): string
    {
        $text = is_file($file) && is_readable($file) ? file_get_contents($file) : false;

        return false === $text ? throw new InvalidValue($file, 'a file that exists and may be read', 'Check the path.') : $text;
    }

    private static function text(mixed $given): string
    {
        return \is_string($given) ? $given : '';
    }
}
