<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Addressing\InterfaceAddress;
use Vorhut\Core\Addressing\Ipv4Address;
use Vorhut\Core\Addressing\MacAddress;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\JobFile\RecordReader;

/** A network port of a device, with the address, mask and gateway the device itself is given. */
final readonly class NetworkInterface
{
    /**
     * @param list<InterfaceAddress> $extraAddresses
     * @param list<Ipv4Address>|null $joins          multicast groups; null: what the profile says
     * @param list<Service>|null     $listens        null: what the profile says
     */
    public function __construct(
        public string $name,
        public ?MacAddress $mac,
        public ?string $segment,
        public AddressMode $mode,
        public ?InterfaceAddress $address,
        public ?Ipv4Address $gateway,
        public array $extraAddresses,
        public ?array $joins,
        public ?array $listens,
    ) {
    }

    public static function read(RecordReader $r): self
    {
        $mode = $r->enum('mode', AddressMode::class, AddressMode::Static);
        $address = $r->parsed('address', self::address(...));
        if (null === $address && $mode->needsAddress() && !$r->present('address')) {
            throw $r->refuse('address', 'an address with prefix length, such as 10.47.20.21/24', 'Write null where the address is still to be planned.');
        }
        if (!$r->present('segment')) {
            throw $r->refuse('segment', 'the id of a segment', 'Write null where it is not connected yet.');
        }
        $group = static function (string $text): Ipv4Address {
            $address = Ipv4Address::fromString($text);

            return $address->isMulticast() ? $address : throw new InvalidValue($text, 'a multicast group from 224.0.0.0 to 239.255.255.255', 'Plan groups in 239.192.0.0/14.');
        };

        return new self(
            $r->string('name', 'lan', 40),
            $r->parsed('mac', self::mac(...)),
            $r->reference('segment'),
            $mode,
            $address,
            $r->parsed('gateway', Ipv4Address::fromString(...)),
            $r->parsedList('extraAddresses', InterfaceAddress::fromString(...)),
            self::given($r, 'joins') ? $r->parsedList('joins', $group) : null,
            self::given($r, 'listens') ? $r->parsedList('listens', Service::fromString(...)) : null,
        );
    }

    /** @throws InvalidValue also for addresses that no unit can carry */
    private static function address(string $text): InterfaceAddress
    {
        $address = InterfaceAddress::fromString($text);
        if ($address->address->isMulticast() || $address->address->isLoopback() || 0 === $address->address->value >> 24 || $address->address->isLimitedBroadcast()) {
            throw new InvalidValue($text, 'a unicast address outside 0.0.0.0/8, 127.0.0.0/8 and 224.0.0.0/3', 'Give the unit an address of its segment\'s subnet.');
        }

        return $address;
    }

    /** @throws InvalidValue also for a group address */
    private static function mac(string $text): MacAddress
    {
        $mac = MacAddress::fromString($text);

        return $mac->isGroup() ? throw new InvalidValue($text, 'the MAC address of one unit; this one is a group address', 'The second digit of a unit\'s MAC is even; read the label again.') : $mac;
    }

    private static function given(RecordReader $r, string $key): bool
    {
        return $r->present($key) && $r->has($key);
    }
}
