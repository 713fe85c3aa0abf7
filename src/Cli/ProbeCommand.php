<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Proof\SeenIn;
use Vorhut\Core\Record\Json;
use Vorhut\Field\Lab\LabBlocks;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Lab\LabRegistry;
use Vorhut\Field\Lab\RunningLab;
use Vorhut\Field\Net\FieldRanges;
use Vorhut\Field\Net\RefusedTarget;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Probe\LiveTest;
use Vorhut\Field\Probe\LiveTests;
use Vorhut\Field\Probe\Prober;
use Vorhut\Field\Probe\ResultsHead;

#[AsCommand(
    'probe',
    'Tests the intents of a job live against its lab, a JSON line per pair',
    help: "Run bin/vorhut lab JOB first.\n  probe JOB --from mic-station\n  probe JOB --from mic-station "
        ."--target 127.47.60.32 --kind poll\nOnly 127.0.0.0/8 is ever contacted, unless --on-site names ranges "
        ."and --confirmed says that you may:\n  probe JOB --from hut-phone --on-site 10.47.60.0/25 --confirmed\n"
        .'Then real devices are tested from this machine, at the named vantage point. Exit code 1: '
        .'a test result differs from its intent.',
),]
final class ProbeCommand extends JobCommand
{
    private const LONGEST_NAME = 64;

    protected function configure(): void
    {
        parent::configure();
        $this->addOption('from', null, InputOption::VALUE_REQUIRED, 'Vantage point: only tests from this device');
        $this->addOption('intent', null, InputOption::VALUE_REQUIRED, 'Only this intent');
        $this->addOption('target', null, InputOption::VALUE_REQUIRED, 'Test this address instead of the intents');
        $this->addOption('kind', null, InputOption::VALUE_REQUIRED, 'tcp, http, rtsp, sip, poll or dns-sd', 'tcp');
        $this->addOption('port', null, InputOption::VALUE_REQUIRED, 'Port; default by kind');
        $this->addOption(
            'on-site',
            null,
            InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY,
            'Field mode: test real devices in this prefix',
        );
        $this->addOption('confirmed', null, InputOption::VALUE_NONE, 'You are on site and have permission to test');
        $this->addOption('out', null, InputOption::VALUE_REQUIRED, 'Write a file of results for import');
        $this->addOption('vantage', null, InputOption::VALUE_REQUIRED, 'Name of the vantage point');
        $this->addOption('timeout', null, InputOption::VALUE_REQUIRED, 'Seconds to wait for an answer, 0.1 to 30', '2');
    }

    protected function answer(Job $job, InputInterface $input, OutputInterface $output): int
    {
        $timeout = self::text($input, 'timeout');
        if (!is_numeric($timeout) || $timeout < 0.1 || $timeout > 30) {
            throw new InvalidValue((string) $timeout, 'seconds from 0.1 to 30', 'Such as --timeout=2.');
        }
        $named = $input->getOption('on-site');
        $ranges = \is_array($named) && [] !== $named
            ? FieldRanges::read(
                implode(',', array_filter($named, is_string(...))),
                true === $input->getOption('confirmed'),
            )
            : [];
        $prober = new Prober(new Sockets(new TargetGate($ranges)), (float) $timeout);
        $target = self::text($input, 'target');
        try {
            return null === $target
                ? $this->intents(job: $job, input: $input, output: $output, seconds: (float) $timeout, ranges: $ranges)
                : $this->one(job: $job, input: $input, output: $output, prober: $prober, target: $target);
        } catch (RefusedTarget $e) {
            throw new InvalidValue(
                $target ?? 'target',
                [] === $ranges ? 'an address of 127.0.0.0/8' : 'an address of '.implode(', ', $ranges),
                $e->getMessage(),
            );
        }
    }

    private function one(Job $job, InputInterface $input, OutputInterface $output, Prober $prober, string $target): int
    {
        $given = self::text($input, 'kind') ?? '';
        $kind = \in_array($given, ['register', 'call'], true) ? null : ProbeKind::tryFrom($given);
        $kind ?? throw new InvalidValue($given, 'tcp, http, rtsp, sip, poll or dns-sd', 'Such as --kind=http.');
        $port = self::text($input, 'port') ?? (string) $kind->defaultPort();
        if (1 !== preg_match('/^\d{1,5}$/D', $port) || (int) $port < 1 || (int) $port > 65535) {
            throw new InvalidValue($port, 'a port from 1 to 65535', 'Such as --port=80.');
        }
        $vantage = self::text($input, 'from');
        $lab = LabRegistry::ofThisUser()->find($job->info->name);
        $network = new LabNetwork($job, $lab->blocks ?? new LabBlocks());
        $from = null === $vantage ? null : $network->addressOf($vantage);
        if (null !== $vantage && null === $from) {
            throw new InvalidValue($vantage, 'the id of a device with an address', 'Such as mic-station.');
        }
        $result = $prober->ask(
            $kind,
            $target,
            (int) $port,
            null === $from || [] !== (array) $input->getOption('on-site')
                ? null
                : (string) $network->addresses->toLab($from),
        );
        $output->writeln(Json::line($result), OutputInterface::OUTPUT_RAW);

        return 'answered' === $result->status->value ? self::OK : self::FINDINGS;
    }

    /** @param list<Ipv4Prefix> $ranges of field mode */
    private function intents(Job $job, InputInterface $input, OutputInterface $output, float $seconds, array $ranges): int
    {
        $intent = self::text($input, 'intent');
        if (null !== $intent && !isset($job->intents[$intent])) {
            throw new InvalidValue($intent, 'the id of an intent: '.implode(', ', array_keys($job->intents)), 'Look into the job file.');
        }
        $vantage = self::text($input, 'from');
        if (null !== $vantage && !isset($job->devices[$vantage])) {
            throw new InvalidValue($vantage, 'the id of a device in this job', 'Such as mic-station.');
        }
        $blocks = [] === $ranges ? self::lab($job)->blocks : new LabBlocks();
        $clock = [] === $ranges
            ? LiveTests::clockInTheLab($job, $seconds, $blocks)
            : LiveTests::clockOnSite($ranges, $seconds);
        $test = [] === $ranges
            ? LiveTests::inTheLab($job, UnitFiles::make(), $seconds, $blocks)
            : LiveTests::onSite($job, $ranges, $seconds);
        $where = [] === $ranges ? SeenIn::Lab : SeenIn::Site;
        $intents = null === $intent ? array_map(strval(...), array_keys($job->intents)) : [$intent];
        $out = self::text($input, 'out');
        if (null === $out) {
            $write = static fn (string $line) => $output->writeln($line, OutputInterface::OUTPUT_RAW);

            return $this->ask(test: $test, where: $where, intents: $intents, from: $vantage, vantage: $vantage, write: $write);
        }
        $file = @fopen($out, 'w');
        if (false === $file) {
            throw new InvalidValue($out, 'a file in a folder that exists and may be written', 'Such as --out results.ndjson.');
        }
        $name = mb_substr(self::text($input, 'vantage') ?? $vantage ?? (string) gethostname(), 0, self::LONGEST_NAME);
        $write = static fn (string $line) => fwrite($file, $line."\n");
        $asker = null === $vantage ? null : $job->devices[$vantage]->primaryAddress()?->address;
        $write(Json::line(self::head($job, $name, $clock->ask($job, $asker))));
        $code = $this->ask(test: $test, where: $where, intents: $intents, from: $vantage, vantage: $name, write: $write);
        fclose($file);
        $output->writeln(\sprintf('Results are in %s, tested from %s.', $out, $name), OutputInterface::OUTPUT_RAW);

        return $code;
    }

    /**
     * @param array{float, string}|null $offset
     */
    private static function head(Job $job, string $vantage, ?array $offset): ResultsHead
    {
        return new ResultsHead(
            results: ResultsHead::VERSION,
            job: $job->info->name,
            plan: hash('sha256', JobFile::write($job)),
            vantage: $vantage,
            began: gmdate('c'),
            offset: null === $offset ? null : round($offset[0], 4),
            clock: $offset[1] ?? '',
        );
    }

    /**
     * @param list<string> $intents
     * @param string|null $from only what this device asks
     * @param string|null $vantage where it is asked from; null: in each asker's place
     * @param \Closure(string): mixed $write
     */
    private function ask(LiveTest $test, SeenIn $where, array $intents, ?string $from, ?string $vantage, \Closure $write): int
    {
        $code = self::OK;
        $onPair = static function (string $id, string $pair, PairVerdict $seen, string $evidence) use (
            $write,
            $where,
            $vantage,
            &$code,
        ): bool {
            [$asker, $asked] = explode('>', $pair, 2);
            $write(Json::line([
                'intent' => $id,
                'from' => $asker,
                'to' => $asked,
                'seen' => $seen->value,
                'holds' => $seen->holds(),
                'vantage' => $vantage ?? $asker,
                'evidence' => $evidence,
                'at' => gmdate('c'),
                'where' => $where->value,
            ]));
            $code = $seen->holds() ? $code : self::FINDINGS;

            return true;
        };
        $test->run($intents, $onPair, $from);

        return $code;
    }

    /** Without its lab nobody would answer, and that would say nothing. */
    private static function lab(Job $job): RunningLab
    {
        return LabRegistry::ofThisUser()->find($job->info->name) ?? throw new InvalidValue(
            $job->info->name,
            'a job whose lab runs on this machine',
            'No lab runs for it, so nothing would answer. Start it with bin/vorhut lab and the same file, '
            .'or test real devices with --on-site.',
        );
    }

    private static function text(InputInterface $input, string $option): ?string
    {
        $value = $input->getOption($option);

        return \is_string($value) ? $value : null;
    }
}
