<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Conditional;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Nested;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\ParsedList;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\RawRecord;

/** A network port of a device, with the address, mask and gateway the device itself is given. */
final readonly class NetworkInterface implements Checked, Conditional
{
    private const MAC = [
        'mac', 'mac address', 'macaddress', 'ethernet address', 'hardware address', 'hw address', 'mac adresse',
        'macadresse', 'hardware adresse', 'hardwareadresse', 'physikalische adresse', 'adresse mac', 'adresse physique',
        'direccion mac', 'direccion fisica',
    ];
    private const SEGMENT = [
        'segment', 'vlan', 'network', 'lan', 'vlan id', 'vlan no', 'net', 'netz', 'netzwerk', 'vlan nr', 'vlan nummer',
        'reseau', 'red', 'segmento',
    ];
    private const MODE = ['mode', 'address mode', 'addressing', 'ip mode'];
    private const ADDRESS = [
        'address', 'ip', 'ip address', 'ipaddress', 'ipv4', 'ipv4 address', 'ip adresse', 'ipadresse', 'ipv4 adresse',
        'adresse', 'adresse ip', 'adresse ipv4', 'direccion', 'direccion ip', 'direccion ipv4',
    ];
    private const GATEWAY = [
        'gateway', 'gw', 'default gateway', 'router', 'standardgateway', 'standard gateway', 'passerelle',
        'passerelle par defaut', 'puerta de enlace', 'pasarela',
    ];

    /**
     * @param list<InterfaceAddress> $extraAddresses
     * @param list<Ipv4Address>|null $joins multicast groups; null: what the profile says
     * @param list<Service>|null $listens null: what the profile says
     * @param bool $reversePath strict reverse path filtering (RFC 3704, section 2.2)
     */
    public function __construct(
        #[Text('Port', max: 40, default: 'lan')]
        public string $name,
        #[Parsed(MacAddress::class, 'MAC', self::MAC, by: 'ofUnit')]
        public ?MacAddress $mac,
        #[Refers('segments', 'segment', 'Segment', self::SEGMENT)]
        public ?string $segment,
        #[Choice(AddressMode::class, 'Address mode', self::MODE, default: AddressMode::Static)]
        public AddressMode $mode,
        #[Parsed(InterfaceAddress::class, 'Address', self::ADDRESS, by: 'ofUnit')]
        public ?InterfaceAddress $address,
        #[ParsedList(InterfaceAddress::class, 'Additional addresses')]
        public array $extraAddresses,
        #[Parsed(Ipv4Address::class, 'Gateway', self::GATEWAY)]
        public ?Ipv4Address $gateway,
        #[ParsedList(Ipv4Address::class, 'Multicast groups joined', by: 'group', orNothing: true)]
        public ?array $joins,
        #[ParsedList(Service::class, 'Open ports', orNothing: true)]
        public ?array $listens,
        #[Flag('strict reverse-path filter (RFC 3704)')]
        public bool $reversePath,
        #[Nested(Plug::class, 'Switch port')]
        public Plug $plug,
    ) {}

    public function check(RawRecord $given): void
    {
        if (null === $this->address && $this->mode->needsAddress() && !$given->has('address')) {
            throw $given->refuse(
                key: 'address',
                allowed: 'an address with prefix length, such as 10.47.20.21/24',
                advice: 'Write null where the address is still to be planned.',
            );
        }
        if (!$given->has('segment')) {
            throw $given->refuse(key: 'segment', allowed: 'the id of a segment', advice: 'Write null where it is not connected yet.');
        }
    }

    /** @return list<InterfaceAddress> all it was given, the primary one first */
    public function addresses(): array
    {
        return null === $this->address ? $this->extraAddresses : [$this->address, ...$this->extraAddresses];
    }

    public static function conditions(): array
    {
        $leased = [AddressMode::Dhcp->value, AddressMode::LinkLocal->value];

        return [
            'required' => ['segment'],
            'if' => ['required' => ['mode'], 'properties' => ['mode' => ['enum' => $leased]]],
            'else' => ['required' => ['address']],
        ];
    }
}
