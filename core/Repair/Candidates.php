<?php

declare(strict_types=1);

namespace Vorhut\Core\Repair;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Cause\Remedy;

/** The changes that may mend faults of one kind, each remedy of their cause in turn. */
final readonly class Candidates
{
    private UnitCandidates $units;
    public RouterCandidates $routers;
    private ExternalCandidates $external;
    private VoiceCandidates $voice;

    public function __construct(Job $job)
    {
        $this->units = new UnitCandidates($job);
        $this->routers = new RouterCandidates($job);
        $this->external = new ExternalCandidates($job);
        $this->voice = new VoiceCandidates($job);
    }

    /**
     * @param non-empty-list<Fault> $faults with causes of one rule
     *
     * @return list<Candidate>
     */
    public function for(array $faults): array
    {
        $candidates = [];
        foreach ($faults[0]->cause->rule->remedies() as $remedy) {
            array_push($candidates, ...$this->by($remedy, $faults));
        }

        return $candidates;
    }

    /**
     * @param non-empty-list<Fault> $faults
     *
     * @return list<Candidate>
     */
    private function by(Remedy $remedy, array $faults): array
    {
        $causes = array_map(static fn (Fault $f): Cause => $f->cause, $faults);
        $found = match ($remedy) {
            Remedy::Gateway => [$this->units->gateways($causes)],
            Remedy::Mask => [$this->units->masks($causes)],
            Remedy::AddressHere => [$this->units->newAddress($causes[0]->at)],
            Remedy::AddressOfAsker => [$this->units->newAddress($faults[0]->pair->from)],
            Remedy::AddressOfAsked => [$this->units->newAddress($faults[0]->pair->to)],
            Remedy::AddressOfSpareOwner => [$this->units->newAddressOfSpare($causes[0])],
            Remedy::ListEntry => [$this->units->listEntries($causes)],
            Remedy::FilterRule => $this->routers->rules($faults),
            Remedy::Route => $this->routers->routes($faults),
            Remedy::MulticastRouting => $this->routers->multicast($faults),
            Remedy::Relay => $this->routers->relays($faults),
            Remedy::Querier => $this->routers->queriers($faults),
            Remedy::ExternalNetwork => $this->external->networks($faults),
            Remedy::Masquerade => $this->external->masquerade(),
            Remedy::PublicAddress => $this->external->publicAddresses($faults),
            Remedy::PortForward => $this->external->forwards($faults),
            Remedy::NumberHeader => $this->voice->headers($faults),
            Remedy::RoutePermission => $this->voice->permissions($faults),
        };

        return array_values(array_filter($found, static fn (?Candidate $c): bool => null !== $c));
    }
}
