<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Nested;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\RefersToSome;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\ListOf;
use Vorhut\Core\Record\RawRecord;

/** A number people dial, what answers there and the phone system it belongs to. */
#[ListOf(name: 'extensions', one: 'extension', many: 'extensions', section: 'voice', key: 'number')]
final readonly class Extension implements Checked
{
    /** @param list<string> $members numbers that ring, or that are spoken to, in order */
    public function __construct(
        #[Text(
            'Extension',
            required: true,
            max: 15,
            pattern: '/^\d{1,15}$/D',
            says: 'one to fifteen digits, in quotes',
            advice: 'Such as "2001".',
            technical: true,
        )]
        public string $number,
        #[Choice(ExtensionKind::class, 'Type', default: ExtensionKind::Sip)]
        public ExtensionKind $kind,
        #[Name(insteadOf: 'number')]
        public string $name,
        #[Refers('devices', 'device', 'Device')]
        public ?string $device,
        #[Refers('devices', 'device', 'SIP registrar')]
        public ?string $server,
        #[Text('Analogue socket of the device', max: 64, technical: true)]
        public ?string $port,
        #[WholeNumber(1, 20, 'Concurrent registrations', default: 1)]
        public int $registrations,
        #[Text('Person', max: 120)]
        public ?string $user,
        #[Text('Mail', max: 254, pattern: '/^[^@\s]+@[^@\s]+$/D', says: 'a mail address', technical: true)]
        public ?string $mail,
        #[Refers('locations', 'location', 'Dispatchable location, where it is not the device\'s')]
        public ?string $location,
        #[RefersToSome('extensions', 'extension', 'Members')]
        public array $members,
        #[Choice(RingOrder::class, 'Ring order', default: RingOrder::All)]
        public RingOrder $ring,
        #[WholeNumber(5, 300, 'Ring time, s', default: 25)]
        public int $seconds,
        #[Flag('voicemail box')]
        public bool $mailbox,
        #[CallsTo('Destination when busy or not answered')]
        public ?CallTarget $otherwise,
        #[Parsed(Ipv4Address::class, 'Paging multicast group')]
        public ?Ipv4Address $group,
        #[WholeNumber(2, 1000, 'Conference sites')]
        public ?int $sites,
        #[Nested(Menu::class, 'Menu')]
        public Menu $menu,
    ) {}

    public function check(RawRecord $given): void
    {
        if (null !== $this->group && !$this->group->isMulticast()) {
            throw $given->refuse(key: 'group', allowed: 'a multicast address', advice: 'Such as 239.192.1.1 (RFC 2365).');
        }
        if (!$this->menu->isEmpty() && ExtensionKind::Attendant !== $this->kind) {
            throw $given->refuse(
                key: 'menu',
                allowed: 'nothing: only an auto attendant has a menu',
                advice: 'Set its type to auto attendant.',
            );
        }
        if (\in_array($this->number, $this->members, true)) {
            throw $given->refuse('members', 'other numbers than its own');
        }
    }

    /** The one that a unit registers for; null where it has none. */
    public static function ofUnit(Job $job, Device $device): ?self
    {
        return array_find(
            $job->extensions,
            static fn ($extension): bool => $extension->device === $device->id && null !== $extension->server && $extension->isOfUnit(),
        );
    }

    /** Whether a unit of its own registers for it. */
    public function isOfUnit(): bool
    {
        return match ($this->kind) {
            ExtensionKind::Sip, ExtensionKind::Fax => true,
            ExtensionKind::Analogue => null !== $this->device && $this->device !== $this->server,
            default => false,
        };
    }
}
