<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Helper\Table;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\Explainer;
use Vorhut\Core\Proof\ProofReport;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;

#[AsCommand(
    'prove',
    'Predicts every intent of the job',
    help: "Exit code 0: all hold, 1: some fail or are not predictable.\n--trace ID shows the steps of the first pair of that intent "
        ."that fails.\n--json writes a line per pair.",
),]
final class ProveCommand extends JobCommand
{
    /** Failing pairs listed in all, and of one intent at most and at least. */
    private const LISTED = 150;
    private const MAX = 20;
    private const MIN = 1;

    protected function configure(): void
    {
        parent::configure();
        $this->addOption('trace', null, InputOption::VALUE_REQUIRED, 'Id of the intent whose steps are shown');
        $this->addOption('all', null, InputOption::VALUE_NONE, 'List the pairs that hold, too');
    }

    protected function answer(Job $job, InputInterface $input, OutputInterface $output): int
    {
        $prover = new Prover($job);
        $report = $prover->prove();
        $failing = $report->failing();
        $unsettled = $report->unsettled();
        $code = [] === $failing && [] === $unsettled ? self::OK : self::FINDINGS;
        if (true === $input->getOption('json')) {
            self::lines($report, $output);

            return $code;
        }
        $table = new Table($output);
        $table
            ->setStyle('compact')
            ->setHeaders(['Intent', 'Pairs', 'Predicted', 'Location and cause'])
            ->setColumnMaxWidth(0, 44)
            ->setColumnMaxWidth(3, 84);
        $max = max(self::MIN, min(self::MAX, intdiv(self::LISTED, max(1, \count($failing)))));
        foreach ($report->intents as $prediction) {
            $fails = $prediction->failingCount();
            $table->addRow([
                $prediction->intent->name,
                (string) $prediction->count(),
                0 === $fails ? $prediction->span()->word() : \sprintf('%d fail', $fails),
                '',
            ]);
            $shown = true === $input->getOption('all') ? $prediction->pairs() : $prediction->failing($max);
            foreach ($shown as $p) {
                $table->addRow([
                    '',
                    '',
                    $p->span->word(),
                    \sprintf(
                        '%s > %s: %s',
                        $job->nameOf($p->pair->from),
                        $job->nameOf($p->pair->to),
                        $p->cause->text ?? $p->how,
                    ),
                ]);
            }
            if ($fails > \count($shown)) {
                $table->addRow(['', '', '', \sprintf('and %d more; --all lists them', $fails - \count($shown))]);
            }
        }
        $table->render();
        $output->writeln(
            \sprintf(
                "\n%d intents, %d pairs, %d intents fail%s.",
                \count($report->intents),
                $report->pairCount(),
                \count($failing),
                [] === $unsettled ? '' : \sprintf(', %d not predictable', \count($unsettled)),
            ),
        );
        $trace = $input->getOption('trace');
        if (\is_string($trace)) {
            $this->trace($job, $prover, $trace, $output);
        }
        if ([] !== $failing) {
            $output->writeln('bin/vorhut repair with the same file finds the smallest changes.', OutputInterface::OUTPUT_RAW);
        }

        return $code;
    }

    private static function lines(ProofReport $report, OutputInterface $output): void
    {
        foreach ($report->intents as $prediction) {
            foreach ($prediction->each() as $p) {
                $output->writeln(
                    Json::line([
                        'intent' => $prediction->intent->id,
                        'expect' => $prediction->intent->expect->value,
                        'from' => $p->pair->from,
                        'to' => $p->pair->to,
                        'span' => $p->span->value,
                        'holds' => $p->span->holds(),
                        'how' => $p->how,
                        'cause' => $p->cause,
                    ]),
                    OutputInterface::OUTPUT_RAW,
                );
            }
        }
    }

    private function trace(Job $job, Prover $prover, string $id, OutputInterface $output): void
    {
        $intent = $job->intents[$id]
        ?? throw InvalidFile::at('--trace', $id, 'the id of an intent: '.implode(', ', array_keys($job->intents)));
        $prediction = $prover->intent($intent);
        $pair = ($prediction->first(1)[0] ?? null)?->pair;
        $explanation = null === $pair ? null : (new Explainer($prover))->explain($intent, new Pair($pair->from, $pair->to));
        foreach ($explanation->parts ?? [] as $part) {
            $output->writeln(['', $part->leaf->title.': '.$part->leaf->span->word()], OutputInterface::OUTPUT_RAW);
            foreach ($part->steps as $number => $step) {
                $output->writeln(
                    \sprintf('  %d %-7s %s %s', $number + 1, $step->leg->value, $step->ok ? '·' : '×', $step->text),
                    OutputInterface::OUTPUT_RAW,
                );
            }
            if ([] === $part->steps && null !== $part->leaf->cause) {
                $output->writeln('  × '.$part->leaf->cause->text, OutputInterface::OUTPUT_RAW);
            }
        }
        $output->writeln('');
    }
}
