<?php

declare(strict_types=1);

namespace Vorhut\Core\Visit;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NetworkInterface;

/** Compares by what units were known with what they are planned to be, and with how they were known before. */
final class UnitDrifts
{
    private const DIGITS = 12;

    /** @var array<string, string> name of whose it is, by MAC */
    private array $macs = [];

    /** @var array<string, string> name, by what units are called, in small letters */
    private array $names = [];

    public function __construct(private readonly Job $job)
    {
        foreach ($job->devices as $device) {
            foreach (array_diff([$device->name, (string) $device->hostname], ['']) as $name) {
                $this->names[mb_strtolower($name)] ??= $device->name;
            }
            foreach ($device->interfaces as $interface) {
                $this->macs += null === $interface->mac ? [] : [$interface->mac->digits => $device->name];
            }
        }
    }

    /**
     * @param array<array-key, UnitMarks> $now by device
     * @param array<array-key, UnitMarks> $before the same as it was left; what was so then is no news
     *
     * @return list<UnitDrift> in the order of the plan
     */
    public function drifts(array $now, array $before): array
    {
        $drifts = [];
        foreach ($this->job->devices as $device) {
            $marks = $now[$device->id] ?? null;
            if (null !== $marks) {
                array_push($drifts, ...$this->unit($device, $marks, $before[$device->id] ?? new UnitMarks()));
            }
        }

        return $drifts;
    }

    /**
     * What units show now that nobody wrote down before, neither in the plan nor at a visit: it cannot be compared.
     *
     * @param array<array-key, UnitMarks> $now by device
     * @param array<array-key, UnitMarks> $before
     *
     * @return array<string, list<string>> names of units, by what could not be compared; what all could is left out
     */
    public function uncompared(array $now, array $before): array
    {
        $without = ['firmware' => [], 'MAC' => []];
        foreach ($this->job->devices as $device) {
            $marks = $now[$device->id] ?? new UnitMarks();
            $known = $before[$device->id] ?? new UnitMarks();
            $planned = array_diff(array_map(static fn (NetworkInterface $i): ?string => $i->mac?->digits, $device->interfaces), [null]);
            if ('' !== $marks->firmware && '' === $known->firmware && '' === (string) $device->firmware) {
                $without['firmware'][] = $device->name;
            }
            if (null !== $marks->mac && null === $known->mac && [] === $planned) {
                $without['MAC'][] = $device->name;
            }
        }

        return array_filter($without, static fn (array $names): bool => [] !== $names);
    }

    /** Of what a unit showed only that of which the plan says nothing: the rest is held against the plan. */
    public function unplanned(string $device, UnitMarks $marks): UnitMarks
    {
        $unit = $this->job->devices[$device] ?? null;
        $planned = array_filter($unit->interfaces ?? [], static fn (NetworkInterface $i): bool => null !== $i->mac);

        return new UnitMarks(
            $marks->answers,
            firmware: '' === (string) $unit?->firmware ? $marks->firmware : '',
            mac: [] === $planned ? $marks->mac : null,
        );
    }

    /** @return list<UnitDrift> */
    private function unit(Device $device, UnitMarks $now, UnitMarks $before): array
    {
        if (!$now->answers) {
            return $before->answers
                ? [self::drift(
                    device: $device,
                    kind: 'silent',
                    value: '',
                    what: 'It does not reply any more.',
                    advice: 'Check its power and its cable.',
                )]
                : [];
        }
        $other = $this->another($device, $now, $before);
        if (null !== $other) {
            return [$other];
        }
        $known = [$device->firmware ?? '', $before->firmware];
        if (\in_array($now->firmware, ['', ...$known], true) || ['', ''] === $known) {
            return [];
        }

        return [new UnitDrift(
            key: self::key($device, 'firmware', $now->firmware),
            unit: $device->id,
            name: $device->name,
            what: \sprintf(
                'Its firmware is %s; at hand-over it was %s.',
                $now->firmware,
                '' === $before->firmware ? $known[0] : $before->firmware,
            ),
            advice: 'Restore the tested firmware, or apply the new one to the plan and test it.',
            take: $this->job->edit(Device::class, $device->id, ['firmware' => $now->firmware]),
        )];
    }

    /** A MAC, a name or a certificate that cannot be its own. */
    private function another(Device $device, UnitMarks $now, UnitMarks $before): ?UnitDrift
    {
        $planned = array_diff(array_map(static fn (NetworkInterface $i): ?string => $i->mac?->digits, $device->interfaces), [null]);
        $isKnown = null === $now->mac || $now->mac->digits === $before->mac?->digits;
        if (!$isKnown && [] !== $planned && !\in_array($now->mac->digits, $planned, true)) {
            $whose = $this->macs[$now->mac->digits] ?? null;
            $what = null === $whose
                ? \sprintf('Another device answers here, with the MAC address %s.', $now->mac)
                : \sprintf('Another device answers here: %s.', $whose);

            return self::drift(
                device: $device,
                kind: 'mac',
                value: $now->mac->digits,
                what: $what,
                advice: 'Find out who replaced it; scan its label if it stays.',
            );
        }
        $whose = $this->names[mb_strtolower($now->name)] ?? null;
        if (null !== $whose && $whose !== $device->name && $now->name !== $before->name) {
            $what = \sprintf('Another device answers here: its web page calls it %s.', $whose);

            return self::drift(
                device: $device,
                kind: 'name',
                value: $now->name,
                what: $what,
                advice: 'Two devices may be swapped, or one has the address of the other.',
            );
        }
        if ('' !== $now->certificate && '' !== $before->certificate && $now->certificate !== $before->certificate) {
            $what = \sprintf('It shows another certificate, %s….', substr($now->certificate, 0, self::DIGITS));

            return self::drift(
                device: $device,
                kind: 'certificate',
                value: $now->certificate,
                what: $what,
                advice: 'It was reset or replaced, or another device answers in between.',
            );
        }

        return null;
    }

    private static function drift(Device $device, string $kind, string $value, string $what, string $advice): UnitDrift
    {
        return new UnitDrift(
            key: self::key($device, $kind, $value),
            unit: $device->id,
            name: $device->name,
            what: $what,
            advice: $advice,
            take: null,
        );
    }

    private static function key(Device $device, string $kind, string $value): string
    {
        return \sprintf('unit %s %s', $device->id, substr(hash('sha256', $kind.' '.$value), 0, self::DIGITS));
    }
}
