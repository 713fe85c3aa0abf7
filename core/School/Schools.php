<?php

declare(strict_types=1);

namespace Vorhut\Core\School;

use Vorhut\Core\Record\Field\Choice;

/** What a job has chosen where good practitioners differ; values, steps and findings follow it. */
final readonly class Schools
{
    public function __construct(
        #[Choice(Addressing::class, 'Fixed or leased', default: Addressing::Static)]
        public Addressing $addressing,
        #[Choice(FactoryAddress::class, 'Reaching a factory address', default: FactoryAddress::Laptop)]
        public FactoryAddress $factoryAddress,
        #[Choice(NoRouter::class, 'No router in the subnet', default: NoRouter::Blank)]
        public NoRouter $noRouter,
        #[Choice(OwnNetwork::class, 'Own network or shared', default: OwnNetwork::Vlans)]
        public OwnNetwork $ownNetwork,
        #[Choice(Finding::class, 'Finding a unit', default: Finding::Screen)]
        public Finding $finding,
        #[Choice(PhoneProvisioning::class, 'Phone provisioning', default: PhoneProvisioning::Url)]
        public PhoneProvisioning $phoneProvisioning,
        #[Choice(Headroom::class, 'Headroom on a link', default: Headroom::Quarter)]
        public Headroom $headroom,
        #[Choice(Fax::class, 'Fax with the phone system', default: Fax::OwnNumber)]
        public Fax $fax,
        #[Choice(Firewall::class, 'Firewall', default: Firewall::FixedPorts)]
        public Firewall $firewall,
        #[Choice(PictureFormat::class, 'Frame rate and format', default: PictureFormat::Dial)]
        public PictureFormat $pictureFormat,
        #[Choice(Passwords::class, 'Passwords', default: Passwords::PerUnit)]
        public Passwords $passwords,
    ) {
    }

    /** The choice made for a question, by the key it has in the job file; null where there is no such question. */
    public function chosen(string $question): ?School
    {
        $chosen = get_object_vars($this)[$question] ?? null;

        return $chosen instanceof School ? $chosen : null;
    }

    /** @return list<string> the keys of the questions */
    public static function questions(): array
    {
        return array_keys(get_class_vars(self::class));
    }

    /** @return list<School> the answers to a question, the one that counts where nothing is chosen first */
    public static function answers(string $question): array
    {
        $type = (new \ReflectionProperty(self::class, $question))->getType();
        $enum = $type instanceof \ReflectionNamedType ? $type->getName() : '';

        return is_a($enum, School::class, true) ? $enum::cases() : [];
    }
}
