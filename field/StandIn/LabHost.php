<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Provision\FileRenderer;
use Vorhut\Core\Reach\Walk\Topology;
use Vorhut\Field\Lab\LabAddresses;
use Vorhut\Field\Lab\LabBlocks;
use Vorhut\Field\Lab\LabClaim;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Lab\LabRegistry;
use Vorhut\Field\Lab\LabTaken;
use Vorhut\Field\Rtp\Faults;

/**
 * The lab of one job with all its processes: the first part of the units in this one, each further part in a child, as a process holds
 * only so many sockets.
 */
final class LabHost
{
    private readonly LabClaim $claim;
    private LabBlocks $blocks;
    private Lab $lab;
    private int $parts;

    /** @var list<LabPart> */
    private array $children = [];

    /**
     * @param \Closure(Job, LabBlocks, int, int, Faults|null): LabPart $child starts a child for a part of so many
     *
     * @throws LabTaken when a lab of that name runs already
     */
    public function __construct(
        Job $job,
        LabRegistry $registry,
        private readonly FileRenderer $renderer,
        private readonly \Closure $child,
        private readonly ?Faults $faults = null,
    ) {
        $this->claim = $registry->claim($job->info->name);
        $this->blocks = $this->claim->blocks(Topology::network($job));
        $this->parts = Lab::parts($job);
        $this->lab = new Lab(
            job: $job,
            ports: LabPorts::ofThisUser(),
            renderer: $this->renderer,
            blocks: $this->blocks,
            part: 0,
            parts: $this->parts,
            faults: $this->faults,
        );
        $this->startChildren($job);
    }

    public function update(Job $job): void
    {
        $this->blocks = $this->claim->blocks(Topology::network($job));
        $parts = Lab::parts($job);
        if (1 === $this->parts && 1 === $parts) {
            $this->lab->update($job, $this->blocks);

            return;
        }
        $this->stopParts();
        $this->parts = $parts;
        $this->lab = new Lab(
            job: $job,
            ports: LabPorts::ofThisUser(),
            renderer: $this->renderer,
            blocks: $this->blocks,
            part: 0,
            parts: $parts,
            faults: $this->faults,
        );
        $this->startChildren($job);
    }

    public function stop(): void
    {
        $this->stopParts();
        $this->claim->release();
    }

    /** How many stand-ins run. */
    public function count(): int
    {
        return \count($this->lab->running()) + array_sum(array_map(static fn (LabPart $p): int => \count($p->running), $this->children));
    }

    /** @return list<string> address, service and device of each */
    public function running(): array
    {
        return array_merge($this->lab->running(), ...array_map(static fn (LabPart $p): array => $p->running, $this->children));
    }

    /** @return array<string, string> why a stand-in did not start */
    public function failed(): array
    {
        return array_merge($this->lab->failed(), ...array_map(static fn (LabPart $p): array => $p->failed, $this->children));
    }

    public function blocks(): LabBlocks
    {
        return $this->blocks;
    }

    public function addresses(): LabAddresses
    {
        return $this->lab->addresses();
    }

    private function startChildren(Job $job): void
    {
        for ($part = 1; $part < $this->parts; ++$part) {
            $this->children[] = ($this->child)($job, $this->blocks, $part, $this->parts, $this->faults);
        }
        foreach ($this->children as $child) {
            $child->await();
        }
    }

    private function stopParts(): void
    {
        $this->lab->stop();
        foreach ($this->children as $child) {
            $child->stop();
        }
        $this->children = [];
    }
}
