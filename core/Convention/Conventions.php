<?php

declare(strict_types=1);

namespace Vorhut\Core\Convention;

use Vorhut\Core\Record\Field\Choice;

/** What a job has chosen where good practitioners differ; values, steps and findings follow it. */
final readonly class Conventions
{
    public function __construct(
        #[Choice(AddressingConvention::class, 'Addressing', default: AddressingConvention::Static)]
        public AddressingConvention $addressing,
        #[Choice(FactoryAddressConvention::class, 'Reaching a factory address', default: FactoryAddressConvention::Laptop)]
        public FactoryAddressConvention $factoryAddress,
        #[Choice(NoRouterConvention::class, 'Gateway in a subnet without a router', default: NoRouterConvention::Blank)]
        public NoRouterConvention $noRouter,
        #[Choice(OwnNetworkConvention::class, 'Separate or shared network', default: OwnNetworkConvention::Vlans)]
        public OwnNetworkConvention $ownNetwork,
        #[Choice(DiscoveryConvention::class, 'Locating devices', default: DiscoveryConvention::Screen)]
        public DiscoveryConvention $finding,
        #[Choice(PhoneProvisioningConvention::class, 'Phone provisioning', default: PhoneProvisioningConvention::Url)]
        public PhoneProvisioningConvention $phoneProvisioning,
        #[Choice(HeadroomConvention::class, 'Headroom on a link', default: HeadroomConvention::Quarter)]
        public HeadroomConvention $headroom,
        #[Choice(FaxConvention::class, 'Fax', default: FaxConvention::OwnNumber)]
        public FaxConvention $fax,
        #[Choice(FirewallConvention::class, 'Media through the firewall', default: FirewallConvention::FixedPorts)]
        public FirewallConvention $firewall,
        #[Choice(PictureFormatConvention::class, 'Frame rate and format', default: PictureFormatConvention::Dial)]
        public PictureFormatConvention $pictureFormat,
        #[Choice(PasswordConvention::class, 'Passwords', default: PasswordConvention::PerUnit)]
        public PasswordConvention $passwords,
    ) {}

    /** The choice made for a question, by the key it has in the job file; null where there is no such question. */
    public function chosen(string $question): ?Convention
    {
        $chosen = get_object_vars($this)[$question] ?? null;

        return $chosen instanceof Convention ? $chosen : null;
    }

    /** @return list<string> the keys of the questions */
    public static function questions(): array
    {
        return array_keys(get_class_vars(self::class));
    }

    /** @return list<Convention> the answers to a question, the one that counts where nothing is chosen first */
    public static function answers(string $question): array
    {
        $type = (new \ReflectionProperty(self::class, $question))->getType();
        $enum = $type instanceof \ReflectionNamedType ? $type->getName() : '';

        return is_a($enum, Convention::class, true) ? $enum::cases() : [];
    }
}
