<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Vorhut\Core\Addressing\InterfaceAddress;
use Vorhut\Core\Addressing\MacAddress;

/** What is searched of a device's interface. */
#[ORM\Entity]
#[ORM\ChangeTrackingPolicy('DEFERRED_EXPLICIT')]
#[ORM\Index(columns: ['mac'])]
#[ORM\Index(columns: ['address'])]
class DevicePort
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null; // @phpstan-ignore property.unusedType

    /** Twelve hexadecimal digits. */
    #[ORM\Column(length: 12, nullable: true, options: ['fixed' => true])]
    private ?string $mac = null;

    /** The IPv4 address as a number. */
    #[ORM\Column(type: Types::BIGINT, nullable: true, options: ['unsigned' => true])]
    private ?int $address = null;

    #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'RESTRICT')]
    private ?Segment $segment = null;

    public function __construct(
        #[ORM\ManyToOne(inversedBy: 'ports'), ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private Device $device,
    ) {
    }

    /** @param array<string, mixed> $interface */
    public function project(array $interface, PlanIndex $index): void
    {
        $mac = $interface['mac'] ?? null;
        $address = $interface['address'] ?? null;
        $segment = $interface['segment'] ?? null;
        $this->mac = \is_string($mac) ? MacAddress::tryFrom($mac)?->digits : null;
        $this->address = \is_string($address) ? InterfaceAddress::fromString($address)->address->value : null;
        $this->segment = \is_string($segment) ? ($index->segments[$segment] ?? null) : null;
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getDevice(): Device
    {
        return $this->device;
    }

    public function getMac(): ?string
    {
        return $this->mac;
    }

    public function getAddress(): ?int
    {
        return $this->address;
    }

    public function getSegment(): ?Segment
    {
        return $this->segment;
    }
}
