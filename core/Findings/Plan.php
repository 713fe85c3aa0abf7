<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings;

use Vorhut\Core\Constraint\ConstraintChecks;
use Vorhut\Core\Job\Chain;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Subnet;
use Vorhut\Core\Licence\Licences;
use Vorhut\Core\Media\StreamOut;
use Vorhut\Core\Media\StreamsOut;
use Vorhut\Core\Planning\FreeAddresses;
use Vorhut\Core\Power\PowerPlan;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Rack\RackSum;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Setting\Settings;
use Vorhut\Core\Sound\ChainSum;

/** A job with the look-ups that rules share. */
final class Plan
{
    /** @var list<Seat>|null */
    private ?array $seats = null;

    /** @var array<int, list<Seat>>|null */
    private ?array $byAddress = null;

    /** @var array<int, true>|null */
    private ?array $planned = null;

    /** @var array<int, FreeAddresses> by subnet */
    private array $free = [];

    private ?Settings $settings = null;

    private ?ConstraintChecks $pairings = null;

    private ?Licences $licences = null;

    private ?PowerPlan $power = null;

    /** @var list<StreamOut>|null */
    private ?array $streams = null;

    /** @var array<string, ChainSum> by chain */
    private array $chains = [];

    /** @var array<RackSum>|null */
    private ?array $racks = null;

    /** @param \DateTimeImmutable|null $today in the time zone of the job; null: rules about days say nothing */
    public function __construct(
        public readonly Job $job,
        private ?Prover $prover = null,
        public readonly ?\DateTimeImmutable $today = null,
    ) {}

    /** What every unit is to be told. */
    public function settings(): Settings
    {
        return $this->settings ??= new Settings($this->job);
    }

    /** @param array<string, mixed> $values settings of one unit, said for it alone */
    public function tell(Device $device, array $values, string $title): ChangeSet
    {
        return new ChangeSet($title, [$this->job->edit(Device::class, $device->id, ['settings' => $values + $device->settings])]);
    }

    public function pairings(): ConstraintChecks
    {
        return $this->pairings ??= new ConstraintChecks($this->settings());
    }

    public function licences(): Licences
    {
        return $this->licences ??= new Licences($this->job, $this->settings()->couplings, $this->settings()->facts);
    }

    public function power(): PowerPlan
    {
        return $this->power ??= new PowerPlan($this->job);
    }

    /** @return list<StreamOut> what leaves the job */
    public function streams(): array
    {
        return $this->streams ??= StreamsOut::streams($this->job, $this->settings());
    }

    public function sumOf(Chain $chain): ChainSum
    {
        return $this->chains[$chain->id] ??= ChainSum::fromChain($chain, $this->settings());
    }

    /** @return array<RackSum> */
    public function racks(): array
    {
        return $this->racks ??= RackSum::all($this->job);
    }

    /** Asked for what a rule needs: the whole proof takes longer than all rules together. */
    public function prover(): Prover
    {
        return $this->prover ??= new Prover($this->job);
    }

    /** The plan as packets see it. */
    public function network(): Network
    {
        return $this->prover()->network;
    }

    /** @return list<Seat> every interface of every device with its segment and subnet */
    public function seats(): array
    {
        if (null === $this->seats) {
            $this->seats = [];
            foreach ($this->job->devices as $device) {
                foreach ($device->interfaces as $index => $interface) {
                    $segment = $this->job->segments[$interface->segment] ?? null;
                    $this->seats[] = new Seat(
                        device: $device,
                        index: $index,
                        interface: $interface,
                        segment: $segment,
                        subnet: $segment?->subnetOf($interface->address?->address),
                    );
                }
            }
        }

        return $this->seats;
    }

    /** @return array<int, list<Seat>> seats by address */
    public function byAddress(): array
    {
        if (null === $this->byAddress) {
            $this->byAddress = [];
            foreach ($this->seats() as $seat) {
                if (null !== $seat->interface->address) {
                    $this->byAddress[$seat->interface->address->address->value][] = $seat;
                }
            }
        }

        return $this->byAddress;
    }

    /** The next free address beside a wrong one: after it if there is one, else the first in the subnet. */
    public function nextFree(Subnet $subnet, int $after): ?int
    {
        $this->planned ??= $this->job->plannedAddresses();
        $free = $this->free[spl_object_id($subnet)] ??= FreeAddresses::besides($this->planned, $subnet);

        return $free->from($after + 1) ?? $free->from($subnet->prefix->network);
    }
}
