<?php

declare(strict_types=1);

namespace Vorhut\App\Media;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Frame\ViewFindings;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\NewRecord;
use Vorhut\App\Web\View\Bar;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\Words;
use Vorhut\Core\Exchange\Directory;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Job\Conference;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\Family;
use Vorhut\Core\Setting\Settings;
use Vorhut\Core\Setting\SettingValue;

/** Shows codecs, bars and presentation boxes with what they hang on, conferences against licences, and the directory. */
final readonly class RoomsPage
{
    /** What is said of a unit of a room, where its kind has it. */
    private const FACTS = [
        'left-input', 'right-input', 'media-from', 'media-to', 'translation', 'public-address', 'relay', 'auto-answer', 'meeting-service',
        'room-account', 'shown-name', 'code',
    ];
    private const SITES = 'sites';
    private const PAIR = 2;
    private const MAX = 200;
    private const MAX_ROOMS = 60;

    public function __construct(
        private ViewFindings $findings,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(JobContext $context): RoomsView
    {
        $settings = new Settings($context->job);
        $rooms = [];
        $count = 0;
        foreach ($context->job->devices as $device) {
            $facts = Family::RoomSystem === $context->job->profileOf($device)->family ? self::facts($settings, $device) : [];
            $count += [] === $facts ? 0 : 1;
            if ([] !== $facts && $count <= self::MAX_ROOMS) {
                $rooms[] = $this->room($context, $device, $facts);
            }
        }
        $entries = Directory::fromJob($context->job)->entries;
        $more = \count($entries) - self::MAX;

        return new RoomsView(
            summary: Words::count($count, 'room system').', '.Words::count(\count($context->job->all(Conference::class)), 'conference'),
            actions: $this->actions($context),
            next: $this->findings->next($context, 'rooms') ?? $this->begin($context, [] === $rooms),
            rooms: $rooms,
            conferences: $this->conferences($context),
            directory: \array_slice($entries, 0, self::MAX),
            more: $more > 0 ? \sprintf('and %d more', $more) : '',
            findings: $this->findings->lines($context, 'rooms'),
        );
    }

    private function begin(JobContext $context, bool $isEmpty): ?Next
    {
        $devices = new Link('Open Devices', $this->url('devices', $context), 't', main: true);

        $detail = 'Codecs, video bars and presentation boxes are planned in Devices.';

        return $isEmpty ? new Next('No room system is planned yet', $detail, $devices) : null;
    }

    /** @return list<Link> */
    private function actions(JobContext $context): array
    {
        $actions = [
            new Link('Media', $this->url('media', $context), 'm'),
            new Link('Directory on paper', $this->url('paper', $context, ['name' => 'directory']), 'p'),
            new Link('as vCard', $this->url('directory_cards', $context), 'v'),
        ];
        if ($this->security->isGranted('ROLE_LEAD')) {
            $actions[] = new Link(
                'Add conference',
                $this->url('record', $context, ['list' => 'conferences', 'id' => NewRecord::ID]),
                'n',
            );
        }

        return $actions;
    }

    private static function shown(SettingValue $value): string
    {
        return match (true) {
            $value->isOpen() => 'not set',
            $value->setting->secret => 'in the vault',
            default => $value->shown(),
        };
    }

    /** @return list<array{string, string}> name and value; empty for what is no unit of a room */
    private static function facts(Settings $settings, Device $device): array
    {
        $facts = [];
        foreach (self::FACTS as $id) {
            $value = $settings->value($device, $id);
            if (null !== $value) {
                $facts[] = [$value->setting->name, self::shown($value)];
            }
        }

        return $facts;
    }

    /**
     * @param list<array{string, string}> $facts
     *
     * @return array{link: Link, place: string, address: string, facts: list<array{string, string}>}
     */
    private function room(JobContext $context, Device $device, array $facts): array
    {
        return [
            'link' => new Link($device->name, $this->url('devices', $context, ['sel' => $device->id])),
            'place' => $context->job->locations[$device->location]->name ?? '',
            'address' => (string) $device->primaryAddress()?->address,
            'facts' => $facts,
        ];
    }

    /** @return list<array{link: Link, who: string, bar: Bar|null}> */
    private function conferences(JobContext $context): array
    {
        $plan = new Plan($context->job);
        $views = [];
        foreach ($context->job->all(Conference::class) as $conference) {
            $host = $context->job->devices[$conference->host];
            $names = array_map($context->job->nameOf(...), $conference->sites);
            $sites = 1 + \count($conference->sites) + $conference->outside;
            $allowed = null;
            foreach ($context->job->profileOf($host)->capacities as $capacity) {
                $allowed = self::SITES === $capacity->id ? $plan->licences()->capacity($host, $capacity)['allowed'] : $allowed;
            }
            $max = null === $allowed ? null : max(self::PAIR, $allowed);
            $outside = 0 === $conference->outside ? [] : [Words::count($conference->outside, 'site').' outside'];
            $views[] = [
                'link' => new Link($conference->name, $this->url('record', $context, ['list' => 'conferences', 'id' => $conference->id])),
                'who' => implode(', ', [$host->name.' (host)', ...$names, ...$outside]),
                'bar' => null === $max ? null : Bar::fromLoad(
                    label: 'Sites',
                    sum: $sites,
                    limit: $max,
                    whole: 1.25 * max($sites, $max),
                    unit: 'sites',
                    contributors: ['host included'],
                ),
            ];
        }

        return $views;
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
