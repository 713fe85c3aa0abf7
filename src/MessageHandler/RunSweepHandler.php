<?php

declare(strict_types=1);

namespace Vorhut\App\MessageHandler;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Message\RunSweep;
use Vorhut\App\Plan\JobStore;
use Vorhut\Core\Addressing\Ipv4Address;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Probe\InTheLab;
use Vorhut\Field\Probe\OnSite;
use Vorhut\Field\Probe\ProbeKind;
use Vorhut\Field\Probe\Prober;
use Vorhut\Field\Probe\ProbeResult;
use Vorhut\Field\Probe\ProbeStatus;
use Vorhut\Field\Probe\Sweep;

/** Asks each address for a page, a stream, the poll, SIP and its services, in the lab or, in field mode, on the site. */
#[AsMessageHandler]
final class RunSweepHandler
{
    private const KINDS = [ProbeKind::Http, ProbeKind::Rtsp, ProbeKind::Poll, ProbeKind::Sip, ProbeKind::DnsSd];
    private const SECONDS = 1.5;
    private const REPORT_EVERY = 50;

    public function __construct(private readonly EntityManagerInterface $em, private readonly JobStore $store)
    {
    }

    public function __invoke(RunSweep $message): void
    {
        $run = $this->em->find(SweepRun::class, $message->run);
        if (null === $run || $run->isOver()) {
            return;
        }
        $network = new LabNetwork($this->store->assemble($run->getJob()));
        $ranges = $run->isOnSite() ? $run->getJob()->getFieldRanges() : [];
        $place = $run->isOnSite() ? new OnSite($ranges) : new InTheLab($network->addresses, LabPorts::ofThisUser());
        $vantage = $network->addressOf($run->getVantage());
        $from = null === $vantage ? null : $place->from($vantage);
        $questions = $planned = [];
        foreach ($run->getAddresses() as $address) {
            foreach (self::KINDS as $kind) {
                $target = $place->target(Ipv4Address::fromString($address));
                if (null !== $target) {
                    $questions[] = ['kind' => $kind, 'target' => (string) $target, 'port' => $place->port($kind->defaultPort()), 'from' => $from];
                    $planned[] = $address;
                }
            }
        }
        $answers = [];
        $done = 0;
        $run->progress(0);
        $this->em->flush();
        (new Sweep(new Prober(new Sockets(new TargetGate($ranges)), self::SECONDS)))->run($questions, function (ProbeResult $result, int $number) use ($run, $planned, &$answers, &$done): bool {
            if (ProbeStatus::Answered === $result->status) {
                $answers[$planned[$number]][] = trim($result->kind->value.' '.($result->evidence['device'] ?? $result->evidence['says'] ?? ''));
            }
            if (0 === ++$done % self::REPORT_EVERY) {
                $run->progress(intdiv($done, \count(self::KINDS)));
                $this->em->flush();
                $this->em->refresh($run);
            }

            return !$run->isCancelled();
        });
        uksort($answers, static fn (string $a, string $b): int => Ipv4Address::fromString($a)->value <=> Ipv4Address::fromString($b)->value);
        $run->progress(intdiv($done, \count(self::KINDS)));
        $run->finish($answers);
        $this->em->flush();
    }
}
