<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Profile\SupplyKind;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\NamedValues;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\ListOf;

/** One unit to be provisioned. */
#[ListOf(name: 'devices', one: 'device', many: 'devices')]
final readonly class Device
{
    private const ID = ['id', 'device id', 'key', 'kennung', 'identifiant', 'identificador'];
    private const NAME = [
        'name', 'device', 'device name', 'unit', 'device name', 'description', 'label', 'bezeichnung', 'gerat', 'geratename',
        'gerate name', 'beschreibung', 'nom', 'appareil', 'nom de l appareil', 'nom d appareil', 'designation', 'equipement',
        'nombre', 'dispositivo', 'equipo', 'denominacion', 'descripcion',
    ];
    private const KIND = [
        'profile', 'kind', 'type', 'model', 'device type', 'device profile', 'typ', 'geratetyp', 'gerate typ', 'modell',
        'art', 'type d appareil', 'modele', 'genre', 'tipo', 'modelo', 'tipo de equipo', 'tipo de dispositivo',
    ];
    private const PLACE = [
        'location', 'place', 'room', 'site', 'where', 'building', 'raum', 'ort', 'standort', 'zimmer', 'gebaude', 'salle',
        'lieu', 'emplacement', 'batiment', 'sala', 'lugar', 'ubicacion', 'edificio',
    ];
    private const SERIAL = [
        'serial', 'serial no', 'serial number', 'sn', 's n', 'seriennummer', 'serien nr', 'seriennr', 'serien nummer',
        'numero de serie', 'no de serie', 'n de serie', 'n serie', 'num serie', 'serie',
    ];
    private const HOSTNAME = [
        'hostname', 'host name', 'host', 'dns name', 'rechnername', 'netzwerkname', 'nom d hote', 'nom hote',
        'nombre de host', 'nombre de red',
    ];
    private const STAGE = ['stage', 'state', 'status', 'stand', 'zustand', 'etat', 'statut', 'estado'];
    /** RFC 1123, section 2.1. */
    private const LABEL = '/^[a-zA-Z0-9](?:[a-zA-Z0-9-]*[a-zA-Z0-9])?$/D';

    /**
     * @param list<NetworkInterface> $interfaces
     * @param list<Route> $routes
     * @param array<array-key, scalar|list<scalar>|null> $settings
     * @param array<array-key, scalar|list<scalar>|null> $reasons by setting
     * @param list<FittedModule> $modules
     */
    public function __construct(
        #[Slug(columns: self::ID)]
        public string $id,
        #[Name(columns: self::NAME)]
        public string $name,
        #[Refers('profiles', 'profile', 'Device type', self::KIND, required: true)]
        public string $profile,
        #[Refers('locations', 'location', 'Location', self::PLACE)]
        public ?string $location,
        #[Text('Serial number', self::SERIAL, max: 80, technical: true)]
        public ?string $serial,
        #[Text(
            'Host name',
            self::HOSTNAME,
            max: 63,
            pattern: self::LABEL,
            says: 'letters, digits and hyphens, 1 to 63 of them (RFC 1123, section 2.1)',
            advice: 'Begin and end with a letter or digit.',
            technical: true,
        )]
        public ?string $hostname,
        #[Records(NetworkInterface::class, 'Interfaces')]
        public array $interfaces,
        #[Records(Route::class, 'Routes')]
        public array $routes,
        #[NamedValues('Settings')]
        public array $settings,
        #[Text('Firmware', ['firmware', 'version', 'fw'], max: 60)]
        public ?string $firmware,
        #[Choice(Stage::class, 'Stage', self::STAGE, default: Stage::Planned)]
        public Stage $stage,
        #[NamedValues('Reasons for deviations from a rule')]
        public array $reasons,
        #[Records(FittedModule::class, 'Modules')]
        public array $modules,
        #[Choice(SupplyKind::class, 'Power supply')]
        public ?SupplyKind $supply,
        #[Choice(PasswordState::class, 'Password')]
        public ?PasswordState $password,
    ) {}

    public function primaryAddress(): ?InterfaceAddress
    {
        foreach ($this->interfaces as $interface) {
            if (null !== $interface->address) {
                return $interface->address;
            }
        }

        return null;
    }

    /** @return list<string> a setting that holds a list of texts, empty where it is not set */
    public function settingList(string $name): array
    {
        $value = $this->settings[$name] ?? [];

        return array_map(strval(...), \is_array($value) ? $value : [$value]);
    }
}
