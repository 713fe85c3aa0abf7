<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\Core\Calc\Calculation;
use Vorhut\Core\Calc\Calculations;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;

#[AsCommand('calc', 'Runs a calculator: one JSON object on standard input, one out', help: <<<'TXT'
    bin/vorhut calc --list                 the calculators, their inputs and results, units of measure and standards
    echo '{"traffic":20,"loss":0.01}' | bin/vorhut calc erlang-b
    TXT)]
final class CalcCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('name', InputArgument::OPTIONAL, 'Name of the calculator');
        $this->addOption('list', null, InputOption::VALUE_NONE, 'List the calculators');
        $this->addOption('json', null, InputOption::VALUE_NONE, 'Write JSON for machines; results are always JSON');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $name = $input->getArgument('name');
        try {
            if (true === $input->getOption('list') || !\is_string($name)) {
                $output->write(self::listed(true === $input->getOption('json')), false, OutputInterface::OUTPUT_RAW);

                return JobCommand::OK;
            }
            $calculation = Calculations::named($name);
            $given = Json::object((string) stream_get_contents(\STDIN));
            $output->writeln(Json::line(Calculations::answer($calculation, $given)), OutputInterface::OUTPUT_RAW);

            return JobCommand::OK;
        } catch (InvalidValue|InvalidFile $e) {
            $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
            $errors->writeln($e->getMessage(), OutputInterface::OUTPUT_RAW);

            return JobCommand::BAD_INPUT;
        }
    }

    private static function listed(bool $asJson): string
    {
        $text = '';
        foreach (Calculations::all() as $calculation) {
            $text .= $asJson ? Json::line($calculation->about())."\n" : self::described($calculation);
        }

        return $text;
    }

    private static function described(Calculation $calculation): string
    {
        $about = $calculation->about();
        $text = \sprintf("%s: %s\n  by %s\n", $about->id, $about->name, $about->standard);
        foreach ($about->inputs as $input) {
            $default = null === $input->default ? '' : ', otherwise '.var_export($input->default, true);
            $allowed = $input->allowed().('' === $input->unit ? '' : ' '.$input->unit);
            $text .= \sprintf("  takes %-15s %s: %s%s\n", $input->name, $allowed, $input->says, $default);
        }
        foreach ($about->outputs as $name => $unit) {
            $text .= rtrim(\sprintf('  gives %-15s %s', $name, $unit))."\n";
        }

        return $text."\n";
    }
}
