<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Keypad\Keypad;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Service;
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

/** What a kind of device is and how it behaves: data, never code (schema/profile.schema.json). */
final readonly class DeviceProfile implements Completed
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
     */
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Text('Several of them', max: 60)]
        public string $plural,
        #[Choice(Family::class, 'Trade', required: true)]
        public Family $family,
        #[Nested(FactoryState::class, 'Factory state')]
        public FactoryState $factory,
        #[Text('Login', max: 300, default: '')]
        public string $login,
        #[Choices(WayIn::class, 'Ways in')]
        public array $waysIn,
        #[Text('Menu', max: 200, default: '')]
        public string $menuPath,
        #[Text('Reset', max: 400, default: '')]
        public string $reset,
        #[WholeNumber(0, 3600, 'Seconds to start', default: 60)]
        public int $bootSeconds,
        #[WholeNumber(0, 3600, 'Seconds to start again', default: 60)]
        public int $rebootSeconds,
        #[Text('Sign that it is ready', max: 200, default: '')]
        public string $readySign,
        #[Choice(GatewayPolicy::class, 'Gateway field', default: GatewayPolicy::MayBeBlank)]
        public GatewayPolicy $gatewayPolicy,
        #[ParsedList(Service::class, 'Listens on')]
        public array $services,
        #[ParsedList(Ipv4Address::class, 'Joins groups')]
        public array $joins,
        #[Records(Finder::class, 'Is found by')]
        public array $answers,
        #[Records(Finder::class, 'Finds by')]
        public array $finds,
        #[Parsed(Service::class, 'Managed by')]
        public ?Service $manage,
        #[Choice(SipRole::class, 'Part in SIP')]
        public ?SipRole $sipRole,
        #[Parsed(Service::class, 'Media ports')]
        public ?Service $media,
        #[Flag('media go through the server')]
        public bool $mediaThroughServer,
        #[Texts('Care')]
        public array $cautions,
        #[Texts('In the box')]
        public array $accessories,
        #[Number(0, 10000, 'Watts')]
        public ?float $watts,
        #[Number(-20, 120, 'Warmest, in degrees Celsius')]
        public ?float $maxCelsius,
        #[Text('Firmware', max: 60)]
        public ?string $firmware,
        #[Records(Keypad::class, 'Keypads and remotes')]
        public array $keypads,
    ) {
    }

    /** Several of a kind are called by its name with an s, unless somebody knows better. */
    public static function complete(array $record): array
    {
        $name = $record['name'] ?? $record['id'] ?? null;

        return ['plural' => $record['plural'] ?? (\is_string($name) ? $name.'s' : null)] + $record;
    }

    public static function completed(): array
    {
        return ['plural'];
    }

    public function answersBy(FindMethod $method): bool
    {
        foreach ($this->answers as $finder) {
            if ($method === $finder->method) {
                return true;
            }
        }

        return false;
    }

    /** A phone from which somebody may dial an emergency number. */
    public function isPhone(): bool
    {
        return Family::Phone === $this->family;
    }
}
