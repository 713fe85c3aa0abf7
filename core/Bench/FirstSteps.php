<?php

declare(strict_types=1);

namespace Vorhut\Core\Bench;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Stage;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Net\MacReading;
use Vorhut\Core\Profile\DeviceProfile;

/** From the carton to the new address: the steps for one unit, made from its profile and the plan. */
final class FirstSteps
{
    /** The step at which the laptop is given addresses. */
    public const CONTACT = 'contact';
    /** The steps whose values are typed at the unit. */
    public const TYPED = ['address', 'values'];

    /**
     * @param list<LaptopInterface> $laptop
     * @param list<string>|null $added what the laptop was given for this unit; null: what it would be given now
     *
     * @return non-empty-list<BenchStep>
     */
    public static function of(Job $job, Device $device, array $laptop = [], ?array $added = null): array
    {
        $plan = (new FirstContactPlanner($job, $laptop))->plan($device);
        $profile = $job->profileOf($device);
        $interface = $device->interfaces[0] ?? null;
        $identity = array_filter(
            ['Serial' => $device->serial, 'MAC' => null === $interface?->mac ? null : (string) $interface->mac],
            \is_string(...),
        );
        $typed = array_diff_key($plan->unit, ['Open' => '']);

        return [
            new BenchStep(
                'unpack',
                'Unpack and check off',
                'What is missing or wrong is found now, not on the ladder.',
                [
                    ...array_map(static fn (string $a): string => $a.' in the box.', $profile->accessories),
                    'No damage; serial and MAC on the sticker are those below.',
                ],
                $identity,
                [],
                'All there',
                null === $interface?->mac ? null : 'mac',
                Stage::Unpacked,
            ),
            self::connect($plan, $profile),
            new BenchStep(
                self::CONTACT,
                $plan->technique->title(),
                $plan->why,
                [],
                [...$plan->laptop, ...array_intersect_key($plan->unit, ['Open' => ''])],
                $plan->risks,
                'It answers',
            ),
            new BenchStep(
                'password',
                'A password of its own',
                'The default password is known to everybody.',
                [
                    '' === $profile->login ? 'Log in.' : \sprintf('Log in: %s.', lcfirst($profile->login)),
                    'Set a new password and keep it in the vault. A certificate warning at the first login is expected.',
                ],
                [],
                [],
                'Password set',
            ),
            self::address($device, $profile, $typed),
            ...self::needs($job, $device),
            new BenchStep(
                'back',
                'Put the laptop back',
                'A laptop left in the factory subnet finds the wrong unit next time.',
                null === $added ? $plan->wayBack : FirstContactPlanner::wayBack($interface, $added),
                [],
                [],
                'Laptop is back',
            ),
        ];
    }

    /** @return list<BenchStep> what it must be told beside its address, where there is anything */
    private static function needs(Job $job, Device $device): array
    {
        $values = UnitNeeds::of($job, $device);

        return [] === $values ? [] : [
            new BenchStep(
                'values',
                'Tell it what it needs',
                'Who it belongs to, whom it asks and what it listens to.',
                ['Type all of them, save, and look whether it says so itself.'],
                $values,
                [],
                'It has them',
            ),
        ];
    }

    private static function connect(FirstContactPlan $plan, DeviceProfile $profile): BenchStep
    {
        return new BenchStep(
            'connect',
            'Connect and power',
            'Cables first, power last.',
            self::connecting($plan),
            [],
            array_map(static fn (string $c): array => ['risk' => $c, 'do' => ''], $profile->cautions),
            'It is up',
            wait: $profile->bootSeconds + $profile->factory->afterSeconds,
        );
    }

    /** @param array<string, string> $typed */
    private static function address(Device $device, DeviceProfile $profile, array $typed): BenchStep
    {
        return new BenchStep(
            'address',
            'Give it its address',
            '' === $profile->menuPath
                ? 'Type all of them, then save once.'
                : \sprintf(
                    'At %s. Type all of them, then save once: it restarts and is gone from where it was.',
                    $profile->menuPath,
                ),
            [],
            $typed,
            [],
            'It answers at the new address',
            null === ($device->interfaces[0] ?? null)?->address ? null : 'address',
            Stage::Addressed,
            $profile->rebootSeconds,
        );
    }

    /**
     * Compares what was read at the unit with the plan.
     *
     * @throws InvalidValue when it differs
     */
    public static function verify(Job $job, Device $device, BenchStep $step, string $read): void
    {
        $interface = $device->interfaces[0] ?? null;
        if ('' === trim($read) || null === $step->check || null === $interface) {
            return;
        }
        if (
            'address' === $step->check
            && null !== $interface->address
            && !Ipv4Address::fromString(trim($read))->equals($interface->address->address)
        ) {
            throw new InvalidValue(
                $read,
                \sprintf('the planned address %s', $interface->address->address),
                'Look again; if the unit really has another one, give it the planned one or change the plan.',
            );
        }
        if ('mac' === $step->check && null !== $interface->mac) {
            $alike = MacReading::candidates($read, [$interface->mac]);
            if ([] === $alike) {
                throw new InvalidValue(
                    $read,
                    \sprintf('the planned MAC %s', $interface->mac),
                    self::whose($job, $device, $read),
                );
            }
            if (null === MacAddress::tryFrom($read) || !MacAddress::fromString($read)->equals($interface->mac)) {
                throw new InvalidValue(
                    $read,
                    \sprintf('the planned MAC %s', $interface->mac),
                    'It differs only in characters that look alike; read those again.',
                );
            }
        }
    }

    /** Another planned unit is named, so that it can go where it belongs. */
    private static function whose(Job $job, Device $device, string $read): string
    {
        $owner = self::ownerOf($job, $read);

        return null === $owner || $owner->id === $device->id
            ? 'This is another unit, or the plan has the wrong MAC. Read the label again.'
            : \sprintf('This is the MAC of %s: put this unit aside for it, or open it here.', $owner->name);
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

    /** @return list<string> the plan's order up to the laptop's part */
    private static function connecting(FirstContactPlan $plan): array
    {
        $steps = [];
        foreach ($plan->order as $step) {
            $steps[] = $step;
            if (str_starts_with($step, 'Power the unit')) {
                break;
            }
        }

        return $steps;
    }
}
