<?php

declare(strict_types=1);

namespace Vorhut\Field\Lab;

use Vorhut\Core\Addressing\Ipv4Address;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Service;
use Vorhut\Core\Reach\Exchange;
use Vorhut\Core\Reach\Network;

/** The planned topology between loopback addresses: whether a request and its answer would get through. */
final class LabNetwork
{
    public readonly LabAddresses $addresses;
    private readonly Exchange $exchange;

    /** @var array<string, bool> */
    private array $known = [];

    public function __construct(Job $job)
    {
        $this->addresses = new LabAddresses($job);
        $this->exchange = new Exchange(new Network($job));
    }

    /** A sender that is nobody in the plan stands outside it and gets no answer. */
    public function answers(string $fromLab, string $toLab, Service $service): bool
    {
        $key = $fromLab.'>'.$toLab.' '.$service;

        return $this->known[$key] ??= $this->decide(Ipv4Address::fromString($fromLab), Ipv4Address::fromString($toLab), $service);
    }

    private function decide(Ipv4Address $from, Ipv4Address $to, Service $service): bool
    {
        $asker = $this->exchange->network->ownersOf($this->addresses->toPlanned($from)->value)[0] ?? null;

        return null !== $asker && $this->exchange->ask($asker, $this->addresses->toPlanned($to), $service)->isOk();
    }
}
