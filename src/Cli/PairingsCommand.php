<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\Core\Constraint\ConstraintCheck;
use Vorhut\Core\Constraint\ConstraintChecks;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Setting\Settings;

#[AsCommand(
    'pairings',
    'Lists the settings of paired devices that must match, and mismatches',
    help: 'Exit code 0: all match, 1: mismatches, 2: the file could not be read.',
),]
final class PairingsCommand extends JobCommand
{
    protected function answer(Job $job, InputInterface $input, OutputInterface $output): int
    {
        $states = (new ConstraintChecks(new Settings($job)))->all();
        foreach ($states as $state) {
            $output->writeln(
                true === $input->getOption('json') ? Json::line(self::record($state)) : self::lines($state),
                OutputInterface::OUTPUT_RAW,
            );
        }
        if ([] === $states && true !== $input->getOption('json')) {
            $output->writeln('No two devices of this job are paired.');
        }

        return [] === array_filter($states, static fn (ConstraintCheck $s): bool => false === $s->holds) ? self::OK : self::FINDINGS;
    }

    /** @return array<string, mixed> */
    private static function record(ConstraintCheck $state): array
    {
        return [
            'pairing' => $state->coupled->id,
            'coupling' => $state->coupled->coupling->id,
            'from' => $state->coupled->from->id,
            'to' => $state->coupled->to->id,
            'tie' => $state->tie->name,
            'relation' => $state->tie->relation->value,
            'mine' => $state->mine,
            'theirs' => $state->theirs,
            'holds' => $state->holds,
            'mends' => array_column($state->mends, 'title'),
        ];
    }

    /** @return list<string> */
    private static function lines(ConstraintCheck $state): array
    {
        $mark = match ($state->holds) {
            true => 'ok    ',
            false => 'BROKEN',
            null => 'open  ',
        };
        $lines = [\sprintf('%s  %s', $mark, $state->said())];
        foreach ($state->mends as $mend) {
            $lines[] = '        '.$mend->title;
        }

        return $lines;
    }
}
