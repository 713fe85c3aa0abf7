<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Load\LoadLine;
use Vorhut\Core\Load\LoadPlan;
use Vorhut\Core\Record\Json;

#[AsCommand(
    'load',
    'Calculates the load of every link and cable, by direction',
    help: 'Exit code 0: all of them fit, 1: some do not, 2: the file could not be read.',
),]
final class LoadCommand extends JobCommand
{
    protected function answer(Job $job, InputInterface $input, OutputInterface $output): int
    {
        $lines = (new LoadPlan($job))->lines();
        if (true === $input->getOption('json')) {
            foreach ($lines as $line) {
                $output->writeln(Json::line($line), OutputInterface::OUTPUT_RAW);
            }
        } else {
            $busy = array_filter($lines, static fn (LoadLine $l): bool => [] !== $l->flows);
            foreach ($busy as $line) {
                $output->writeln(self::text($line), OutputInterface::OUTPUT_RAW);
            }
            $output->writeln([] === $busy ? 'No stream of this plan crosses a link or cable that is planned.' : '');
        }

        return [] === array_filter($lines, static fn (LoadLine $l): bool => !$l->fits()) ? self::OK : self::FINDINGS;
    }

    private static function text(LoadLine $line): string
    {
        return \sprintf(
            '%-8s %-28s %-8s %10.0f of %10.0f kbit/s  %s',
            $line->fits() ? 'fits' : 'OVERLOAD',
            $line->link,
            $line->direction,
            $line->kbps,
            $line->limitKbps,
            implode(', ', $line->flows),
        );
    }
}
