<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Net\MacReading;
use Vorhut\Core\Profile\Step\RecordKind;
use Vorhut\Core\Profile\Step\ToRecord;
use Vorhut\Core\Setting\Settings;

/** Compares what was read at a unit with the plan. */
final readonly class ReadBack
{
    /** Characters that are taken for each other on labels and small displays. */
    private const ALIKE = [
        'O' => '0',
        'o' => '0',
        'D' => '0',
        'I' => '1',
        'l' => '1',
        '|' => '1',
        'Z' => '2',
        'S' => '5',
        'G' => '6',
        'B' => '8',
    ];

    public function __construct(private Settings $settings) {}

    /**
     * @param array<int, string> $read by the place of what is to be recorded; '' for what was not read
     * @param bool $anyway whether somebody has said why a value may differ; another unit's MAC or address never may
     * @param string|null $unread why something is not read; null: everything must be
     *
     * @return list<RecordedValue>
     *
     * @throws InvalidValue when something differs, or is not read and nobody says why
     */
    public function recorded(Device $device, RunbookStep $step, array $read, bool $anyway, ?string $unread = null): array
    {
        $kept = $missing = [];
        foreach ($step->record as $at => $record) {
            $value = trim($read[$at] ?? '');
            if (RecordKind::Tick === $record->kind || RecordKind::Photo === $record->kind) {
                continue;
            }
            if ('' === $value) {
                $missing[] = $record->label;
                $kept[] = new RecordedValue(
                    kind: $record->kind,
                    label: $record->label,
                    value: '',
                    agrees: null,
                    setting: (string) $record->setting,
                    unread: $unread ?? '',
                );
                continue;
            }
            $agrees = match (true) {
                RecordKind::Measure === $record->kind => self::measured($record, $value, $anyway),
                RecordKind::AsFound === $record->kind => null,
                'mac' === $step->reads && null === $record->setting => $this->mac($device, $value),
                'address' === $record->setting => $this->address($device, $value),
                default => $this->setting($device, $record, $value, $anyway),
            };
            $kept[] = new RecordedValue(
                kind: $record->kind,
                label: $record->label,
                value: $value,
                agrees: $agrees,
                setting: (string) $record->setting,
            );
        }
        if ([] !== $missing && null === $unread) {
            $allowed = 'what was read: '.implode(', ', $missing);
            throw new InvalidValue(
                '',
                $allowed,
                'Read it and enter it, or choose to read it later, or give the reason why it is not read.',
            );
        }

        return $kept;
    }

    /** The planned unit whose MAC was read; null where it is nobody's. */
    public static function ownerOf(Job $job, string $read): ?Device
    {
        $mac = MacAddress::tryFrom($read);
        if (null === $mac) {
            return null;
        }
        foreach ($job->devices as $device) {
            foreach ($device->interfaces as $interface) {
                if (true === $interface->mac?->equals($mac)) {
                    return $device;
                }
            }
        }

        return null;
    }

    private static function measured(ToRecord $record, string $value, bool $anyway): ?bool
    {
        $number = str_replace(',', '.', $value);
        $unit = '' === $record->unit ? '' : ' '.$record->unit;
        if (!is_numeric($number)) {
            throw new InvalidValue($value, 'a number'.$unit, 'Enter the number only; its unit is shown beside the field.');
        }
        if (null === $record->min && null === $record->max) {
            return null;
        }
        $isInside = (float) $number >= ($record->min ?? -\INF) && (float) $number <= ($record->max ?? \INF);
        if (!$isInside && !$anyway) {
            $range = \sprintf('%s to %s%s', $record->min ?? 'anything', $record->max ?? 'anything', $unit);
            throw new InvalidValue($value, $range, 'Check the causes, or give the reason for recording it.');
        }

        return $isInside;
    }

    private function mac(Device $device, string $read): bool
    {
        $mac = ($device->interfaces[0] ?? null)?->mac;
        if (null === $mac) {
            return true;
        }
        $allowed = \sprintf('the planned MAC %s', $mac);
        if ([] === MacReading::candidates($read, [$mac])) {
            throw new InvalidValue($read, $allowed, $this->whose($device, $read));
        }
        if (true !== MacAddress::tryFrom($read)?->equals($mac)) {
            throw new InvalidValue($read, $allowed, 'It differs only in look-alike characters; read those again.');
        }

        return true;
    }

    /** Another planned unit is named, so that it can go where it belongs. */
    private function whose(Device $device, string $read): string
    {
        $owner = self::ownerOf($this->settings->job, $read);

        return null === $owner || $owner->id === $device->id
            ? 'This is another device, or the plan has the wrong MAC address. Read the label again.'
            : \sprintf('This is the MAC address of %s: put this device aside, or open it here.', $owner->name);
    }

    private function address(Device $device, string $read): bool
    {
        $address = ($device->interfaces[0] ?? null)?->address?->address;
        if (null !== $address && !Ipv4Address::fromString($read)->equals($address)) {
            throw new InvalidValue(
                $read,
                \sprintf('the planned address %s', $address),
                'Read it again. If the device has another address, set the planned one or change the plan.',
            );
        }

        return true;
    }

    private function setting(Device $device, ToRecord $record, string $read, bool $anyway): ?bool
    {
        $planned = null === $record->setting ? null : $this->settings->value($device, $record->setting);
        if (null === $planned || $planned->isOpen() || $planned->setting->secret) {
            return null;
        }
        if (\in_array($read, [$planned->text(), $planned->shown()], true)) {
            return true;
        }
        if ($anyway) {
            return false;
        }
        $isAlike = strtr($read, self::ALIKE) === strtr($planned->text(), self::ALIKE);
        throw new InvalidValue(
            $read,
            \sprintf('the planned %s', $planned->shown()),
            $isAlike
                ? 'It differs only in look-alike characters; read those again.'
                : 'Enter the planned value, or give the reason for the difference.',
        );
    }
}
