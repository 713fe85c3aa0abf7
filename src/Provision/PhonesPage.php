<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

use Symfony\Bundle\SecurityBundle\Security;
use Vorhut\App\Entity\FileFetch;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Vault\Vault;
use Vorhut\App\Voice\VoiceLinks;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Provision\PhoneFile;
use Vorhut\Core\Setting\Settings;
use Vorhut\Core\Voice\VoicePlan;

/** Ties numbers, people, units, places, secrets and files together, and says what is not known yet. */
final readonly class PhonesPage
{
    private const A_PAGE = 60;
    private const NEWEST = 12;

    public function __construct(
        private Vault $vault,
        private FileDesk $desk,
        private Fetches $fetches,
        private UnitFiles $files,
        private FileStates $states,
        private VoiceLinks $links,
        private Security $security,
    ) {}

    public function show(JobContext $context, string $query, int $page): PhonesView
    {
        $all = array_values(array_filter(
            $context->job->extensions,
            static fn (Extension $e): bool => $e->isOfUnit() && self::fits($context, $e, $query),
        ));
        $pages = max(1, (int) ceil(\count($all) / self::A_PAGE));
        $page = min($pages, $page);
        $shown = \array_slice($all, ($page - 1) * self::A_PAGE, self::A_PAGE);
        $devices = array_values(array_filter(array_map(static fn (Extension $e): ?string => $e->device, $shown), \is_string(...)));
        $known = new PhonesKnown(
            settings: new Settings($context->job),
            plan: new VoicePlan($context->job),
            secrets: $this->vault->secretsOf($context->stored),
            fetches: $this->fetches->last($context->stored, $devices),
            opened: $this->desk->opened($context->stored),
        );
        $links = [];
        for ($n = 1; $n <= $pages && $pages > 1; ++$n) {
            $to = $this->links->to($context, 'voice_phones', ['q' => $query, 'page' => (string) $n]);
            $links[] = new Link((string) $n, $to, main: $n === $page);
        }
        $url = $this->security->isGranted('ROLE_TECHNICIAN') ? $this->desk->url($context->stored) : null;

        return new PhonesView(
            summary: Words::count(\count($all), 'device with an extension', 'devices with an extension'),
            rows: array_map(fn (Extension $e): PhoneRow => $this->row($context, $known, $e, $query), $shown),
            actions: [
                new Link('Phone list', $this->links->to($context, 'paper', ['name' => 'phones'])),
                new Link('Secrets', $this->links->to($context, 'vault')),
                new Link('WLAN phones', $this->links->to($context, 'air'), 'w'),
            ],
            pages: $links,
            query: $query,
            url: $this->links->to($context, 'voice_phones'),
            served: $url,
            isServed: null !== $this->desk->pointOf($context->stored),
            closed: $this->vault->closed(),
            posts: $this->posts($context),
            carried: $this->security->isGranted('ROLE_TECHNICIAN') ? $this->carried($context) : [],
            zoneUrl: $this->links->to($context, 'phones_carry', ['what' => 'zone']),
            newest: array_map(static fn (FileFetch $f): array => [
                'at' => LocalTime::short($f->getAt(), $context->stored->getTimezone()),
                'who' => null === $f->getDevice() ? $f->getFile() : $context->job->nameOf($f->getDevice()),
                'from' => $f->getAddress(),
                'agent' => $f->getAgent(),
                'result' => $f->getResult()->label(),
            ], $this->fetches->newest($context->stored, self::NEWEST)),
        );
    }

    public function file(JobContext $context, Device $device): UnitFileView
    {
        $settings = new Settings($context->job);
        $file = PhoneFile::fromDevice($settings, $device);
        $text = $error = '';
        try {
            $text = null === $file ? '' : $this->files->render($context->job, $file);
        } catch (InvalidValue $e) {
            $error = $e->getMessage();
        }

        return new UnitFileView(
            unit: $device->name,
            kind: $context->job->profileOf($device)->name,
            file: $file->name ?? '',
            text: $text,
            error: $error,
            open: $file->open ?? ['the MAC address of the device, or a template of its device type'],
            back: $this->links->to($context, 'voice_phones'),
            unitUrl: $this->links->to($context, 'devices', ['sel' => $device->id]),
        );
    }

    private static function fits(JobContext $context, Extension $extension, string $query): bool
    {
        $device = $context->job->devices[$extension->device ?? ''] ?? null;
        $mac = $device?->interfaces[0]->mac ?? null;
        $text = implode(' ', [$extension->number, $extension->name, $extension->user, $device?->name, $mac?->digits]);
        $plain = MacAddress::tryFrom($query)->digits ?? $query;

        return '' === $query || false !== mb_stripos($text, $plain);
    }

    private function row(JobContext $context, PhonesKnown $known, Extension $extension, string $query): PhoneRow
    {
        $device = $context->job->devices[$extension->device ?? ''] ?? null;
        $mac = $device?->interfaces[0]->mac ?? null;
        $told = $known->plan->dispatch($extension);
        $need = $known->need($extension, $device);
        $isMade = $known->isMade($need);
        $lacks = array_keys(array_filter([
            'device' => null === $device,
            'MAC address' => null !== $device && null === $mac,
            'phone system' => null === $extension->server,
            'dispatchable location' => null === $told,
            'SIP password' => null !== $need && !$isMade,
        ]));
        $mayOpen = $isMade && null !== $device && $this->security->isGranted('ROLE_TECHNICIAN');
        $values = ['device' => $device->id ?? '', 'q' => $query];

        return new PhoneRow(
            number: $extension->number,
            url: $this->links->record($context, 'extensions', $extension->number),
            name: $extension->user ?? ($extension->name === $extension->number ? '' : $extension->name),
            unit: $device->name ?? '',
            unitUrl: null === $device ? '' : $this->links->to($context, 'devices', ['sel' => $device->id]),
            mac: (string) $mac,
            told: $told ?? '',
            lacks: $lacks,
            file: null === $device
                ? new FileStateView('')
                : $this->states->view($context, $known->settings, $device, $known->fetches[$device->id] ?? null),
            open: $mayOpen && !isset($known->opened[$device->id])
                ? new Post('Release password', $this->links->to($context, 'phones_secrets'), $values, spoken: ' for one fetch', small: true)
                : null,
            isOpened: isset($known->opened[$device->id ?? '']),
        );
    }

    /** @return list<Post> */
    private function posts(JobContext $context): array
    {
        $isOpen = null !== $this->desk->pointOf($context->stored);
        $posts = [];
        if ($this->security->isGranted('ROLE_LEAD') && '' === $this->vault->closed()) {
            $url = $this->links->to($context, 'phones_serve');
            $posts[] = new Post($isOpen ? 'New address' : 'Start provisioning server', $url, ['to' => 'start'], 't', main: !$isOpen);
            if ($isOpen) {
                $posts[] = new Post('Stop provisioning server', $url, ['to' => 'stop']);
            }
        }
        if ($isOpen && $this->security->isGranted('ROLE_TECHNICIAN')) {
            $posts[] = new Post('Release all passwords for one fetch each', $this->links->to($context, 'phones_secrets'));
        }

        return $posts;
    }

    /** @return list<Link> */
    private function carried(JobContext $context): array
    {
        $what = [
            'units' => 'All files (ZIP)',
            'dnsmasq' => 'DHCP reservations (dnsmasq)',
            'kea' => 'DHCP reservations (Kea)',
        ];

        return array_map(
            fn (string $key): Link => new Link($what[$key], $this->links->to($context, 'phones_carry', ['what' => $key])),
            array_keys($what),
        );
    }
}
