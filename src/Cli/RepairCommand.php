<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Repair\Repair;
use Vorhut\Core\Repair\RepairSearch;
use Vorhut\Core\Repair\Responsible;

#[AsCommand(
    'repair',
    'Finds the smallest changes that fix failing intents',
    help: "Exit code 0: nothing fails, 1: some intents fail.\nNothing is written; --json writes a line per change, best first.",
),]
final class RepairCommand extends JobCommand
{
    private const SHOWN = 6;

    protected function configure(): void
    {
        parent::configure();
        $this->addOption('intent', null, InputOption::VALUE_REQUIRED, 'Only for this intent');
    }

    protected function answer(Job $job, InputInterface $input, OutputInterface $output): int
    {
        $intent = $input->getOption('intent');
        if (\is_string($intent) && !isset($job->intents[$intent])) {
            throw InvalidFile::at('--intent', $intent, 'the id of an intent: '.implode(', ', array_keys($job->intents)));
        }
        $before = (new Prover($job))->prove();
        $search = new RepairSearch($job, $before);
        $repairs = \is_string($intent) ? $search->forIntent($intent) : $search->forJob();
        $fails = \is_string($intent)
            ? $before->intents[$intent]->failingCount()
            : array_sum(array_map(static fn ($p): int => $p->failingCount(), $before->intents));
        if (true === $input->getOption('json')) {
            foreach ($repairs as $repair) {
                $output->writeln(
                    Json::line([
                        'change' => $repair->sentence,
                        'by' => $repair->hands->value,
                        'mends' => $repair->mends,
                        'breaks' => $repair->breaks,
                        'leaks' => $repair->leaks,
                        'failsBefore' => $fails,
                        'intents' => (object) $repair->intents,
                        'request' => $repair->request,
                    ]),
                    OutputInterface::OUTPUT_RAW,
                );
            }
        } else {
            $this->show($job, $repairs, $fails, $output);
        }

        return 0 === $fails ? self::OK : self::FINDINGS;
    }

    /** @param list<Repair> $repairs */
    private function show(Job $job, array $repairs, int $fails, OutputInterface $output): void
    {
        $output->writeln(
            0 === $fails
                ? 'Nothing fails.'
                : \sprintf(
                    '%d pairs fail.%s',
                    $fails,
                    [] === $repairs ? ' No single or double change fixes them.' : '',
                ),
            OutputInterface::OUTPUT_RAW,
        );
        foreach (\array_slice($repairs, 0, self::SHOWN) as $number => $repair) {
            $output->writeln(
                [
                    '',
                    \sprintf('%d  %s', $number + 1, $repair->sentence),
                    \sprintf(
                        '   %d pairs fail before, %d after: fixes %d, breaks %d%s. %s.',
                        $fails,
                        $fails - $repair->mends + $repair->breaks,
                        $repair->mends,
                        $repair->breaks,
                        $repair->leaks > 0 ? ' that must not be' : '',
                        $repair->hands->label(),
                    ),
                ],
                OutputInterface::OUTPUT_RAW,
            );
            foreach ($repair->intents as $id => $turned) {
                $output->writeln(
                    \sprintf(
                        '   %s: %s',
                        $job->intents[$id]->name ?? $id,
                        implode(
                            ', ',
                            array_filter(
                                [
                                    $turned['mends'] > 0 ? $turned['mends'].' mended' : '',
                                    $turned['breaks'] > 0 ? $turned['breaks'].' broken' : '',
                                ],
                                static fn (string $s): bool => '' !== $s,
                            ),
                        ),
                    ),
                    OutputInterface::OUTPUT_RAW,
                );
            }
            if (Responsible::Client === $repair->hands) {
                $output->writeln('   | '.str_replace("\n", "\n   | ", $repair->request), OutputInterface::OUTPUT_RAW);
            }
        }
    }
}
