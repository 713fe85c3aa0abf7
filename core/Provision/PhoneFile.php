<?php

declare(strict_types=1);

namespace Vorhut\Core\Provision;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Profile\SipRole;
use Vorhut\Core\Secret\RegistrationSecrets;
use Vorhut\Core\Setting\Settings;
use Vorhut\Core\Setting\SettingValue;

/** What the template of one unit's file is given, and what of it is still open. */
final readonly class PhoneFile
{
    /**
     * @param array<string, mixed> $values by the names in Variables
     * @param list<string> $open what is not known yet, in words
     * @param array<string, string> $secrets names in the vault, by number
     */
    private function __construct(
        public Device $device,
        public string $mac,
        public string $name,
        public array $values,
        public array $open,
        public array $secrets,
    ) {}

    /** Null for a unit that takes no file, or whose MAC is not known. */
    public static function fromDevice(Settings $settings, Device $device): ?self
    {
        $job = $settings->job;
        $provisioning = $job->profileOf($device)->provisioning;
        $mac = $device->interfaces[0]->mac ?? null;
        if (!$provisioning->isThere() || null === $mac) {
            return null;
        }
        $lines = $secrets = $open = [];
        foreach ($settings->facts->extensionsOf($device) as $extension) {
            if (!$extension->isOfUnit()) {
                continue;
            }
            $line = self::line($settings, $device, $extension);
            array_push($open, ...self::missing($extension, $line));
            $need = RegistrationSecrets::need($job, $device, $extension);
            if (null !== $need) {
                $secrets[$extension->number] = $need->name;
            }
            $lines[] = $line;
        }
        $all = array_filter($settings->values($device), static fn (SettingValue $v): bool => !$v->setting->secret);
        foreach ($all as $value) {
            if ($value->isDue()) {
                $open[] = $value->setting->name;
            }
        }
        $of = [];
        foreach ($all as $value) {
            $of[$value->setting->id] = $value->text();
        }
        $values = [
            'number' => $lines[0]['number'] ?? '',
            'name' => $lines[0]['name'] ?? $device->name,
            'mac' => strtolower($mac->digits),
            'lines' => $lines,
            'transport' => $of['sip-transport'] ?? 'udp',
            'timezone' => self::text($settings->facts->value($device, 'timezone')),
            'ntp' => self::text($settings->facts->value($device, 'ntp-1')),
            'address' => self::text($settings->facts->value($device, 'address')),
            'vlan' => self::text($settings->facts->value($device, 'vlan')),
            'place' => self::text($settings->facts->value($device, 'place')),
            'serial' => (string) $device->serial,
            'settings' => $of,
        ];

        return new self(
            device: $device,
            mac: $mac->digits,
            name: $provisioning->fileOf($mac->digits),
            values: $values,
            open: [] === $lines ? ['number', ...$open] : $open,
            secrets: $secrets,
        );
    }

    /**
     * The same with the secrets of its numbers.
     *
     * @param array<array-key, string> $opened secret by number
     *
     * @return array<string, mixed>
     */
    public function withSecrets(array $opened): array
    {
        return ['lines' => array_map(
            static fn (array $line): array => ['secret' => $opened[$line['number']] ?? ''] + $line,
            $this->lines(),
        )] + $this->values;
    }

    /** @return list<array<string, string>> values of each of its numbers */
    public function lines(): array
    {
        /** @var list<array<string, string>> $lines */
        $lines = $this->values['lines'];

        return $lines;
    }

    /**
     * The same with other numbers.
     *
     * @param non-empty-list<array<string, string>> $lines
     */
    public function withLines(array $lines): self
    {
        $values = ['number' => $lines[0]['number'], 'lines' => $lines] + $this->values;

        return new self(
            device: $this->device,
            mac: $this->mac,
            name: $this->name,
            values: $values,
            open: $this->open,
            secrets: $this->secrets,
        );
    }

    /** @return array<string, string> */
    private static function line(Settings $settings, Device $device, Extension $extension): array
    {
        $server = $settings->job->devices[$extension->server ?? ''] ?? null;
        $isServer = null !== $server && SipRole::Server === $settings->job->profileOf($server)->sipRole;
        $port = $isServer ? $settings->value($server, 'sip-port')?->text() : null;

        return [
            'number' => $extension->number,
            'name' => $extension->name,
            'user' => $extension->user ?? '',
            'server' => self::text($server?->primaryAddress()?->address),
            'port' => null === $port || '' === $port ? '5060' : $port,
            'dispatch' => (string) $settings->job->dispatchOf($extension->location ?? $device->location),
            'secret' => '',
        ];
    }

    /**
     * @param array<string, string> $line
     *
     * @return list<string>
     */
    private static function missing(Extension $extension, array $line): array
    {
        return array_keys(array_filter([
            \sprintf('phone system of %s', $extension->number) => '' === $line['server'],
            \sprintf('dispatchable location of %s', $extension->number) => '' === $line['dispatch'],
        ]));
    }

    private static function text(mixed $value): string
    {
        return $value instanceof \Stringable || \is_scalar($value) ? (string) $value : '';
    }
}
