<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\Core\Intent\RegistrationPaths;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Record\RecordType;
use Vorhut\Core\Voice\Dialler;
use Vorhut\Core\Voice\DialQuery;
use Vorhut\Core\Voice\DialText;
use Vorhut\Core\Voice\VoicePlan;

#[AsCommand('dial', 'Traces a call through the planned routes, without dialling', help: <<<'TXT'
    At an extension:  bin/vorhut dial JOB --from 2001 --number 0112
    From outside:     bin/vorhut dial JOB --trunk carrier --number 5550121 --header Diversion --at 2026-12-24T09:30
    With --batch, queries come from standard input, a JSON object a line, and answers leave in the same order:
      {"from":"2001","number":"0112"}
      {"trunk":"carrier","number":"5550121","header":"To","at":"2026-12-24T09:30"}
    A line that cannot be understood is answered by its errors; the exit code is then 2.
    TXT)]
final class DialCommand extends JobCommand
{
    private const QUERY = ['from', 'trunk', 'number', 'header', 'at'];

    protected function configure(): void
    {
        parent::configure();
        $this->addOption('from', null, InputOption::VALUE_REQUIRED, 'Calling extension');
        $this->addOption('trunk', null, InputOption::VALUE_REQUIRED, 'Or the trunk of an inbound call');
        $this->addOption('number', null, InputOption::VALUE_REQUIRED, 'Called number');
        $this->addOption('header', null, InputOption::VALUE_REQUIRED, 'Header that carries the called number of an inbound call');
        $this->addOption(
            'at',
            null,
            InputOption::VALUE_REQUIRED,
            'Time of the call, in the time zone of the job; default: in opening hours',
        );
        $this->addOption('batch', null, InputOption::VALUE_NONE, 'Many queries from standard input');
    }

    protected function answer(Job $job, InputInterface $input, OutputInterface $output): int
    {
        $dialler = new Dialler(new VoicePlan($job), new RegistrationPaths($job));
        $zone = new \DateTimeZone($job->info->timezone);
        if (true === $input->getOption('batch')) {
            return NdjsonAnswers::write(
                $output,
                static fn (mixed $query): array => $dialler->dial(DialQuery::fromGiven(RecordType::named($query), $zone))->jsonSerialize(),
            );
        }
        $given = array_intersect_key($input->getOptions(), array_flip(self::QUERY));
        $query = DialQuery::fromGiven(array_filter($given, \is_string(...)), $zone);
        $dialled = $dialler->dial($query);
        $text = true === $input->getOption('json') ? Json::line($dialled)."\n" : DialText::write($query, $dialled, $dialler->plan);
        $output->write($text, false, OutputInterface::OUTPUT_RAW);

        return self::OK;
    }
}
