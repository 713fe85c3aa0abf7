<?php

declare(strict_types=1);

namespace Vorhut\Core\Bench;

use Vorhut\Core\Convention\FactoryAddressConvention;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\FactoryMode;
use Vorhut\Core\Profile\WayIn;

/** The ways in which a unit of a kind can be reached in its factory state. */
final class Techniques
{
    /** @return non-empty-list<Technique> the best first: the one that the job prefers, where it is one for this kind */
    public static function forProfile(DeviceProfile $profile, FactoryAddressConvention $school): array
    {
        return self::preferred(self::possible($profile), $school);
    }

    /** @return non-empty-list<Technique> */
    private static function possible(DeviceProfile $profile): array
    {
        $overNetwork = match ($profile->factory->mode) {
            FactoryMode::Static, FactoryMode::DhcpThenStatic => [Technique::AddAddress],
            FactoryMode::Dhcp => [Technique::BenchLease],
            FactoryMode::DhcpThenLinkLocal => [Technique::LinkLocal, Technique::BenchLease],
            FactoryMode::LinkLocal => [Technique::LinkLocal],
            FactoryMode::None => [],
        };
        $hasPage = \in_array(WayIn::Page, $profile->waysIn, true) || \in_array(WayIn::SecurePage, $profile->waysIn, true);
        $atUnit = [] !== array_filter($profile->waysIn, static fn (WayIn $w): bool => $w->isAtTheUnit()) ? [Technique::AtTheUnit] : [];
        $byName = \in_array(WayIn::LabelName, $profile->waysIn, true) ? [Technique::LabelName] : [];
        $all = $hasPage ? [...$overNetwork, ...$byName, ...$atUnit] : [...$atUnit, ...$byName];

        return [] === $all ? [Technique::AtTheUnit] : $all;
    }

    /**
     * The way that the job prefers comes first, where it is one for this kind.
     *
     * @param non-empty-list<Technique> $techniques
     *
     * @return non-empty-list<Technique>
     */
    private static function preferred(array $techniques, FactoryAddressConvention $school): array
    {
        if (FactoryAddressConvention::MoveRouter === $school && Technique::AddAddress === $techniques[0]) {
            return [Technique::MoveRouter, ...$techniques];
        }
        $wanted = match ($school) {
            FactoryAddressConvention::AtUnit => Technique::AtTheUnit,
            FactoryAddressConvention::Lease => Technique::BenchLease,
            default => null,
        };
        if (null === $wanted || !\in_array($wanted, $techniques, true)) {
            return $techniques;
        }

        return [$wanted, ...array_values(array_filter($techniques, static fn (Technique $t): bool => $t !== $wanted))];
    }
}
