<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Helper\Table;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\Json;

#[AsCommand(
    'check',
    'Lists errors and warnings of the plan',
    help: 'Runs every check over a job file. Exit code 0: no findings, 1: findings, 2: the file could not be read.',
),]
final class CheckCommand extends JobCommand
{
    protected function answer(Job $job, InputInterface $input, OutputInterface $output): int
    {
        $findings = Check::run($job, null, new \DateTimeImmutable('now', new \DateTimeZone($job->info->timezone)));
        if (true === $input->getOption('json')) {
            foreach ($findings as $f) {
                $output->writeln(
                    Json::line([
                        'id' => $f->id(),
                        'rule' => $f->rule,
                        'severity' => $f->severity->value,
                        'title' => $f->title,
                        'why' => $f->why,
                        'devices' => $f->devices,
                        'segment' => $f->segment,
                        'value' => $f->value,
                        'advice' => $f->advice,
                    ]),
                    OutputInterface::OUTPUT_RAW,
                );
            }
        } elseif ([] === $findings) {
            $output->writeln('No findings.');
        } else {
            $table = new Table($output);
            $table->setStyle('compact')->setHeaders(['', 'Finding', 'What to do'])->setColumnMaxWidth(1, 62)->setColumnMaxWidth(2, 60);
            foreach ($findings as $f) {
                $table->addRow([$f->severity->label(), $f->title, $f->advice]);
            }
            $table->render();
            $output->writeln(\sprintf("\n%d findings.", \count($findings)));
        }

        return [] === $findings ? self::OK : self::FINDINGS;
    }
}
