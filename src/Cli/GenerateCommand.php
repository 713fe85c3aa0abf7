<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\Core\Exchange\JobGenerator;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Record\Json;

#[AsCommand('generate', 'Writes a job file of any size to standard output, for measurements')]
final class GenerateCommand extends Command
{
    private const MAX = 20000;

    protected function configure(): void
    {
        $this->addOption('devices', null, InputOption::VALUE_REQUIRED, 'How many devices, 1 to '.self::MAX, '500');
        $this->addOption('seed', null, InputOption::VALUE_REQUIRED, 'The same seed makes the same file', '1');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            $generator = new JobGenerator(
                self::number($input, 'devices', 1, self::MAX),
                self::number($input, option: 'seed', min: 0, max: 255),
            );
        } catch (InvalidValue $e) {
            fwrite(\STDERR, $e->getMessage()."\n");

            return JobCommand::BAD_INPUT;
        }
        $output->write(Json::pretty($generator->generate()), false, OutputInterface::OUTPUT_RAW);

        return JobCommand::OK;
    }

    private static function number(InputInterface $input, string $option, int $min, int $max): int
    {
        $given = $input->getOption($option);
        if (
            !\is_string($given)
            || 1 !== preg_match('/^\d{1,9}$/D', $given)
            || (int) $given < $min
            || (int) $given > $max
        ) {
            throw new InvalidValue(
                \is_string($given) ? $given : '',
                \sprintf('a whole number from %d to %d', $min, $max),
                \sprintf('Such as --%s=%d.', $option, min($max, 500)),
            );
        }

        return (int) $given;
    }
}
