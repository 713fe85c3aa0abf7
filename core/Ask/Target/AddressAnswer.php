<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Target;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;

/** The fixed address of an interface; mask and gateway follow from its subnet where they are not given with it. */
final readonly class AddressAnswer implements AnswerTarget
{
    public function __construct(private string $device, private int $interface) {}

    public function list(): string
    {
        return Lists::forType(Device::class)->name;
    }

    public function edits(Job $job, string $text, AnswerContext $given): array
    {
        $device = $job->devices[$this->device];
        $text = trim($text);
        $segment = $job->segments[$device->interfaces[$this->interface]->segment ?? ''] ?? null;
        $subnet = str_contains($text, '/') ? null : $segment?->subnetOf(Ipv4Address::fromString($text));
        if (!str_contains($text, '/') && null === $subnet) {
            $allowed = null === $segment ? 'an address with its prefix length' : \sprintf('an address in a subnet of %s', $segment->name);
            throw new InvalidValue($text, $allowed, 'Or write it with its prefix length, such as 10.47.10.9/24.');
        }
        $address = InterfaceAddress::ofUnit(null === $subnet ? $text : $text.'/'.$subnet->prefix->length);
        $gateway = $segment?->subnetOf($address->address)?->gateway;
        $interfaces = $job->record(Device::class, $this->device)['interfaces'] ?? [];
        \assert(\is_array($interfaces) && \is_array($interfaces[$this->interface]));
        $interfaces[$this->interface] = [
            ...$interfaces[$this->interface],
            'address' => (string) $address,
            ...null === $gateway || null !== $device->interfaces[$this->interface]->gateway ? [] : ['gateway' => (string) $gateway],
        ];

        return [$job->edit(Device::class, $this->device, ['interfaces' => $interfaces])];
    }
}
