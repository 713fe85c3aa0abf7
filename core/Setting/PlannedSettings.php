<?php

declare(strict_types=1);

namespace Vorhut\Core\Setting;

use Vorhut\Core\Job\AddressMode;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\NetworkInterface;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\GatewayPolicy;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Profile\Setting\SettingChoice;
use Vorhut\Core\Profile\Setting\SettingType;
use Vorhut\Core\Record\RecordType;

/** What every unit with a network port is told, whatever its kind: its name, and the address of each of its interfaces. */
final class PlannedSettings
{
    public const PASSWORD = 'password';

    /** @return list<Setting> the first interface by plain names, further ones with the interface behind a dot */
    public static function values(Device $device, DeviceProfile $profile): array
    {
        if ([] === $device->interfaces) {
            return [];
        }
        $settings = [self::setting(
            id: 'host',
            name: 'Name',
            type: SettingType::Host,
            computed: '{@host}',
            interface: null,
            optional: true,
        )];
        foreach ($device->interfaces as $index => $interface) {
            array_push($settings, ...self::ofInterface($interface, 0 === $index ? '' : '.'.self::slug($interface->name, $index), $profile));
        }

        return $settings;
    }

    /** @return list<Setting> */
    private static function ofInterface(NetworkInterface $interface, string $behind, DeviceProfile $profile): array
    {
        $port = $interface->name;
        $of = '' === $behind ? '' : ' of '.$port;
        $choices = array_map(static fn (AddressMode $m): SettingChoice => new SettingChoice($m->value, $m->label()), AddressMode::cases());
        $settings = [
            self::setting(
                id: 'addressing'.$behind,
                name: 'Addressing'.$of,
                type: SettingType::Choice,
                computed: $interface->mode->value,
                interface: null,
                choices: $choices,
            ),
        ];
        if (AddressMode::Static !== $interface->mode) {
            return $settings;
        }
        $insists = GatewayPolicy::Required === $profile->gatewayPolicy;
        array_push(
            $settings,
            self::setting(id: 'address'.$behind, name: 'Address'.$of, type: SettingType::Address, computed: '{@address}', interface: $port),
            self::setting(id: 'mask'.$behind, name: 'Subnet mask'.$of, type: SettingType::Text, computed: '{@mask}', interface: $port),
            self::setting(
                id: 'gateway'.$behind,
                name: 'Gateway'.$of,
                type: SettingType::Address,
                computed: '{@gateway}',
                interface: $port,
                optional: !$insists,
            ),
            self::setting(
                id: 'dns'.$behind,
                name: 'DNS servers'.$of,
                type: SettingType::Address,
                computed: '{@dns}',
                interface: $port,
                list: true,
                optional: true,
            ),
        );

        return $settings;
    }

    private static function slug(string $name, int $index): string
    {
        $slug = trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower($name)), '-');

        return '' === $slug ? (string) ($index + 1) : $slug;
    }

    /** @param list<SettingChoice> $choices */
    private static function setting(
        string $id,
        string $name,
        SettingType $type,
        string $computed,
        ?string $interface,
        array $choices = [],
        bool $optional = false,
        bool $list = false,
    ): Setting {
        return RecordType::fromClass(Setting::class)->read([
            'id' => $id,
            'name' => $name,
            'type' => $type->value,
            'computed' => $computed,
            'interface' => $interface,
            'choices' => array_map(static fn (SettingChoice $c): array => get_object_vars($c), $choices),
            'optional' => $optional,
            'list' => $list,
            'stage' => 'address',
        ]);
    }
}
