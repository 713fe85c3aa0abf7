<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Reach\ReachQueries;

#[AsCommand('reach', 'Answers reach queries from standard input, one JSON object a line', help: <<<'TXT'
    Queries and verdicts are NDJSON, in the same order:
      {"id":1,"kind":"unicast","from":"berth-1","to":"10.47.10.10","protocol":"tcp","port":443}
      {"id":2,"kind":"broadcast","from":"camera-station","to":"255.255.255.255","port":52100}
      {"id":3,"kind":"multicast","from":"mic-station","group":"224.0.0.251","port":5353}
    A line that cannot be understood is answered by its errors; the exit code is then 2.
    TXT)]
final class ReachCommand extends JobCommand
{
    protected function answer(Job $job, InputInterface $input, OutputInterface $output): int
    {
        $queries = new ReachQueries($job);

        return NdjsonAnswers::write(
            $output,
            static fn (mixed $query, string $line): array => $queries->answer($line, $query),
            true,
        );
    }
}
