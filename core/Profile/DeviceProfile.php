<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Keypad\Keypad;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Profile\Relation\RelationType;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Profile\Step\ProfileStep;
use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Completed;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Choices;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Nested;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\ParsedList;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\Texts;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\ListOf;
use Vorhut\Core\Record\RawRecord;

/** What a kind of device is and how it behaves: data, never code (schema/profile.schema.json). */
#[ListOf(name: 'profiles', one: 'device type', many: 'device types')]
final readonly class DeviceProfile implements Checked, Completed
{
    /**
     * @param list<WayIn> $waysIn
     * @param list<Service> $services what a unit listens on
     * @param list<Ipv4Address> $joins multicast groups it joins
     * @param list<Finder> $answers discovery methods a unit answers
     * @param list<Finder> $finds discovery methods a station uses
     * @param list<string> $cautions
     * @param list<string> $accessories
     * @param list<Keypad> $keypads by which text is typed at the unit
     * @param int $version of the profile's shape: 1 knows what stands above, 2 all of it
     * @param list<Entrance> $entrances
     * @param list<InterfaceFactory> $factories
     * @param list<Port> $ports as they lie beside each other
     * @param list<Indicator> $indicators
     * @param list<RotarySwitch> $dials
     * @param list<Shortcut> $shortcuts
     * @param list<Setting> $settings in the order of the unit's own page
     * @param list<Capacity> $capacities
     * @param list<ModuleSlot> $slots
     * @param list<Module> $modules
     * @param list<LicenceKind> $licences
     * @param list<FirmwareMinimum> $firmwareMinima
     * @param list<Supply> $supplies
     * @param list<RelationType> $couplings
     * @param list<ProfileStep> $steps
     * @param list<string> $omits ids of general steps
     * @param list<SecretRule> $secrets
     */
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Text('Plural', max: 60)]
        public string $plural,
        #[Choice(Family::class, 'Trade', required: true)]
        public Family $family,
        #[Nested(FactoryState::class, 'Factory state')]
        public FactoryState $factory,
        #[Text('Login', max: 300, default: '')]
        public string $login,
        #[Choices(WayIn::class, 'Access')]
        public array $waysIn,
        #[Text('Menu', max: 200, default: '')]
        public string $menuPath,
        #[Text('Reset', max: 400, default: '')]
        public string $reset,
        #[WholeNumber(0, 3600, 'Boot time, s', default: 60)]
        public int $bootSeconds,
        #[WholeNumber(0, 3600, 'Restart time, s', default: 60)]
        public int $rebootSeconds,
        #[Text('Ready sign', max: 200, default: '')]
        public string $readySign,
        #[Choice(GatewayPolicy::class, 'Gateway field', default: GatewayPolicy::MayBeBlank)]
        public GatewayPolicy $gatewayPolicy,
        #[ParsedList(Service::class, 'Open ports')]
        public array $services,
        #[ParsedList(Ipv4Address::class, 'Multicast groups joined')]
        public array $joins,
        #[Records(Finder::class, 'Discovered by')]
        public array $answers,
        #[Records(Finder::class, 'Discovers by')]
        public array $finds,
        #[Parsed(Service::class, 'Managed by')]
        public ?Service $manage,
        #[Choice(SipRole::class, 'SIP role')]
        public ?SipRole $sipRole,
        #[Parsed(Service::class, 'Media ports')]
        public ?Service $media,
        #[Flag('media go through the server')]
        public bool $mediaThroughServer,
        #[Texts('Caution')]
        public array $cautions,
        #[Texts('In the box')]
        public array $accessories,
        #[Number(0, 10000, 'Consumption, W')]
        public ?float $watts,
        #[Number(-20, 120, 'Rated ambient temperature, °C')]
        public ?float $maxCelsius,
        #[Text('Firmware', max: 60)]
        public ?string $firmware,
        #[Records(Keypad::class, 'Keypads and remotes')]
        public array $keypads,
        #[WholeNumber(1, 2, 'Version of the profile', default: 1)]
        public int $version,
        #[Text('Description', max: 400, default: '')]
        public string $about,
        #[Records(Entrance::class, 'Access, each with its login')]
        public array $entrances,
        #[Records(InterfaceFactory::class, 'Factory state of further interfaces')]
        public array $factories,
        #[Records(Port::class, 'Sockets')]
        public array $ports,
        #[Records(Indicator::class, 'LEDs and displays')]
        public array $indicators,
        #[Records(RotarySwitch::class, 'Rotary switches')]
        public array $dials,
        #[Records(Shortcut::class, 'Shortcuts')]
        public array $shortcuts,
        #[Records(Setting::class, 'Settings')]
        public array $settings,
        #[Records(Capacity::class, 'Capacities')]
        public array $capacities,
        #[Records(ModuleSlot::class, 'Slots')]
        public array $slots,
        #[Records(Module::class, 'Modules')]
        public array $modules,
        #[Records(LicenceKind::class, 'Licences')]
        public array $licences,
        #[Records(FirmwareMinimum::class, 'Firmware required by features')]
        public array $firmwareMinima,
        #[Records(Supply::class, 'Power supply')]
        public array $supplies,
        #[Number(0, 2000, 'Weight, kg')]
        public ?float $kilograms,
        #[WholeNumber(0, 60, 'Rack units')]
        public ?int $rackUnits,
        #[Records(RelationType::class, 'Relations')]
        public array $couplings,
        #[Records(ProfileStep::class, 'Steps')]
        public array $steps,
        #[Texts('General steps not needed')]
        public array $omits,
        #[Records(SecretRule::class, 'Password rules')]
        public array $secrets,
        #[Nested(Provisioning::class, 'Configuration file')]
        public Provisioning $provisioning,
    ) {}

    /** Several of a kind are called by its name with an s; what older programs ask of the ways in is told by the first of them. */
    public static function complete(array $record): array
    {
        $name = $record['name'] ?? $record['id'] ?? null;
        $record['plural'] ??= \is_string($name) ? $name.'s' : null;
        $first = null;
        $ways = [];
        foreach (\is_array($record['entrances'] ?? null) ? $record['entrances'] : [] as $entrance) {
            if (\is_array($entrance) && \is_string($entrance['way'] ?? null)) {
                $first ??= $entrance;
                $ways[] = $entrance['way'];
            }
        }
        if (null === $first) {
            return $record;
        }

        return $record + ['waysIn' => $ways, 'login' => $first['login'] ?? null, 'menuPath' => $first['path'] ?? null];
    }

    public static function completed(): array
    {
        return ['plural'];
    }

    public function check(RawRecord $given): void
    {
        ProfileCheck::check($this, $given);
    }

    /** How one is let in for the first time, where that is said. */
    public function loginScheme(): ?LoginScheme
    {
        return ($this->entrances[0] ?? null)?->scheme;
    }

    public function answersBy(FindMethod $method): bool
    {
        return array_any($this->answers, static fn ($finder): bool => $method === $finder->method);
    }

    /** Whether it has a network to plan: a plain telephone on two wires has none. */
    public function isNetworked(): bool
    {
        $isNetwork = static fn (Port $port): bool => PortKind::Network === $port->kind;

        return FactoryMode::None !== $this->factory->mode || [] !== array_filter($this->ports, $isNetwork);
    }

    /** A phone from which somebody may dial an emergency number. */
    public function isPhone(): bool
    {
        return Family::Phone === $this->family;
    }

    /**
     * How a unit is fed over the cable of its network; null where it is not.
     *
     * @param SupplyKind|null $chosen by which a unit is fed; null where nobody has chosen, and then it is by cable where it can be
     */
    public function overCable(?SupplyKind $chosen): ?Supply
    {
        return array_find(
            $this->supplies,
            static fn ($supply): bool => $supply->kind->isOverCable() && (null === $chosen || $chosen === $supply->kind),
        );
    }

    /** Watts that it draws over the cable of its network; null where it draws none, or nobody knows. */
    public function cableWatts(?SupplyKind $chosen): ?float
    {
        $supply = $this->overCable($chosen);

        return null === $supply ? null : $supply->watts ?? $this->watts;
    }
}
