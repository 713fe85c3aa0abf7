<?php

declare(strict_types=1);

namespace Vorhut\Core\Air;

use Vorhut\Core\Constraint\ConstraintCheck;
use Vorhut\Core\Constraint\ConstraintChecks;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Relation\RelatedUnit;
use Vorhut\Core\Setting\Settings;
use Vorhut\Core\Voice\Registrations;

/** How far the plan would bring a Wi-Fi phone: what has to agree at each stage, as far as a plan can know it. */
final readonly class AirChain
{
    /** Relations by which a device type says whose WLAN its devices join, and where they have an account. */
    public const ON_AIR = 'roams-on';
    public const ACCOUNT_AT = 'authenticates-at';
    private const ASKS = 'asks';
    private const IN_BAND = 'in-band';

    public function __construct(private Settings $settings, private ConstraintChecks $pairings, private Registrations $registrations) {}

    /** @return list<Device> phones that come in by IEEE 802.1X */
    public static function phones(Settings $settings): array
    {
        $isOne = static fn (Device $d): bool => [] !== array_filter(
            $settings->job->profileOf($d)->couplings,
            static fn ($c): bool => self::ACCOUNT_AT === $c->id,
        );

        return array_values(array_filter($settings->job->devices, $isOne));
    }

    /** @return list<AirLink> in the order of the stages that a plan knows of */
    public function stages(Device $phone): array
    {
        $air = $this->coupled($phone, self::ON_AIR);
        $account = $this->coupled($phone, self::ACCOUNT_AT);
        $asks = null === $air ? null : $this->coupled($air->to, self::ASKS);

        $named = static fn (string $name): \Closure => static fn (ConstraintCheck $s): bool => $name === $s->tie->name;

        return [
            $this->link(AirStage::Network, $air, static fn (ConstraintCheck $s): bool => true, 'no controller provides it'),
            $this->link(AirStage::Client, $asks, static fn (ConstraintCheck $s): bool => true, 'its controller has no RADIUS server'),
            $this->link(AirStage::Account, $account, $named('Account'), 'no server has its account'),
            $this->link(AirStage::Method, $account, $named('Method'), 'no server permits its EAP method'),
            $this->credential($account),
            $this->lease($phone),
            $this->registered($phone),
        ];
    }

    /** @param \Closure(ConstraintCheck): bool $isOf which of the ties belong to the stage */
    private function link(AirStage $stage, ?RelatedUnit $coupled, \Closure $isOf, string $missing): AirLink
    {
        if (null === $coupled) {
            return new AirLink($stage, false, ucfirst($missing));
        }
        $open = null;
        foreach (array_filter($this->pairings->checks($coupled), $isOf) as $state) {
            if (false === $state->holds) {
                return new AirLink($stage, false, $state->said());
            }
            $open ??= null === $state->holds ? $state : null;
        }

        return null === $open
            ? new AirLink($stage, true, $coupled->said($coupled->from))
            : new AirLink($stage, null, $open->said());
    }

    private function credential(?RelatedUnit $account): AirLink
    {
        $value = null === $account ? null : $this->settings->value($account->to, self::IN_BAND);

        return match (true) {
            null === $value || $value->isOpen() => new AirLink(AirStage::Credential, null, 'Not set on the server'),
            \in_array($value->value(), [true, 'true', 'yes'], true) => new AirLink(AirStage::Credential, true, 'Provisioned in band'),
            default => new AirLink(AirStage::Credential, null, 'Not provisioned in band: it must be in the phone beforehand'),
        };
    }

    private function lease(Device $phone): AirLink
    {
        $interface = $phone->interfaces[0] ?? null;
        $segment = $this->settings->job->segments[$interface->segment ?? ''] ?? null;
        $leases = false;
        foreach ($segment->subnets ?? [] as $subnet) {
            $leases = $leases || [] !== $subnet->dhcp;
        }

        return match (true) {
            null === $interface || null === $segment => new AirLink(AirStage::Lease, false, 'It is in no segment'),
            !$interface->mode->isLeased() => new AirLink(AirStage::Lease, true, 'Its address is static'),
            $leases || null !== $interface->address => new AirLink(AirStage::Lease, true, $segment->name.' leases'),
            default => new AirLink(AirStage::Lease, false, 'No DHCP range in '.$segment->name),
        };
    }

    private function registered(Device $phone): AirLink
    {
        foreach ($this->settings->facts->extensionsOf($phone) as $extension) {
            $why = $this->registrations->whyNot($extension);

            return new AirLink(AirStage::Registered, null === $why, $why ?? 'It can register '.$extension->number);
        }

        return new AirLink(AirStage::Registered, false, 'It has no extension');
    }

    private function coupled(Device $device, string $id): ?RelatedUnit
    {
        return array_find(
            $this->settings->couplings->from($device),
            static fn ($coupled): bool => $coupled->coupling->id === $id,
        );
    }
}
