<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Vorhut\App\Entity\Run;
use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Lab\LabGone;
use Vorhut\App\Lab\Labs;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Runs\Runner;
use Vorhut\App\Runs\Runs;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Field\Lab\LabBlocks;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Net\Neighbours;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Probe\InTheLab;
use Vorhut\Field\Probe\OnSite;
use Vorhut\Field\Probe\Prober;
use Vorhut\Field\Probe\ProbeResult;
use Vorhut\Field\Probe\ProbeStatus;
use Vorhut\Field\Probe\Sweep;

/** Asks each address for a page, a stream, the poll, SIP and its services, in the lab or, in field mode, on the site. */
final readonly class SweepRunner implements Runner
{
    private const KINDS = [ProbeKind::Http, ProbeKind::Rtsp, ProbeKind::Poll, ProbeKind::Sip, ProbeKind::DnsSd];
    private const SECONDS = 1.5;
    private const REPORT_EVERY = 50;

    public function __construct(
        private Runs $runs,
        private JobReading $reading,
        private Labs $labs,
        private FieldWatch $watch,
    ) {}

    public function does(Run $run): bool
    {
        return $run instanceof SweepRun;
    }

    public function do(Run $run): void
    {
        \assert($run instanceof SweepRun);
        $run->isOnSite()
            ? $this->watch->during($run->getJob(), fn (TargetGate $gate) => $this->run($run, $gate))
            : $this->run($run, new TargetGate());
    }

    private function run(SweepRun $run, TargetGate $gate): void
    {
        $questions = $this->questions($run);
        $total = \count($run->getAddresses());
        $answers = [];
        $done = 0;
        $onAnswer = function (ProbeResult $result, int $number) use ($run, $questions, $total, &$answers, &$done): bool {
            if (ProbeStatus::Answered === $result->status) {
                $says = $result->evidence['device'] ?? $result->evidence['says'] ?? '';
                $answers[$questions[$number]['planned']][] = trim($result->kind->value.' '.$says);
            }
            $run->progress(intdiv(++$done, \count(self::KINDS)), $total);

            return 0 !== $done % self::REPORT_EVERY || $this->runs->tell($run);
        };
        (new Sweep(new Prober(new Sockets($gate), self::SECONDS)))->run($questions, $onAnswer);
        foreach ($run->isOnSite() ? array_intersect_key(Neighbours::now(), $answers) : [] as $address => $mac) {
            $answers[$address][] = SweepFinds::MAC.$mac;
        }
        uksort(
            $answers,
            static fn (string $a, string $b): int => Ipv4Address::fromString($a)->value
                <=> Ipv4Address::fromString($b)->value,
        );
        $run->keep($answers);
        $run->finish();
    }

    public function cleanUp(Run $run): void
    {
        // A sweep leaves nothing behind.
    }

    /** @return list<array{kind: ProbeKind, target: string, port: int, from: string|null, planned: string}> */
    private function questions(SweepRun $run): array
    {
        $blocks = $run->isOnSite() ? new LabBlocks() : $this->labs->blocks($run->getJob()) ?? throw LabGone::now();
        $network = new LabNetwork($this->reading->job($run->getJob()), $blocks);
        $place = $run->isOnSite()
            ? new OnSite($run->getJob()->getFieldRanges())
            : new InTheLab($network, LabPorts::ofThisUser());
        $vantage = $network->addressOf($run->getVantage());
        $from = null === $vantage ? null : $place->from($vantage);
        $questions = [];
        foreach ($run->getAddresses() as $address) {
            $target = $place->target(Ipv4Address::fromString($address));
            foreach (null === $target ? [] : self::KINDS as $kind) {
                $port = $place->port($kind->defaultPort());
                $questions[] = ['kind' => $kind, 'target' => (string) $target, 'port' => $port, 'from' => $from, 'planned' => $address];
            }
        }

        return $questions;
    }
}
