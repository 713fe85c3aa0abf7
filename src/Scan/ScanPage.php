<?php

declare(strict_types=1);

namespace Vorhut\App\Scan;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Bench\BenchLinks;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\Link;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Scan\Belongs;
use Vorhut\Core\Scan\Sticker;
use Vorhut\Core\Scan\WhichUnit;

/** Tells which unit a sticker belongs to. */
final readonly class ScanPage
{
    private const MAX = 6;

    public function __construct(private Security $security, private UrlGeneratorInterface $urls) {}

    /**
     * @param string $text what was read; '' for nothing yet
     * @param string $unit the planned unit somebody has in mind; '' for none
     */
    public function show(JobContext $context, string $text, string $unit, ?WhichView $which = null): ScanView
    {
        $device = $context->job->devices[$unit] ?? null;

        return new ScanView(
            title: null === $device ? 'Identify a device' : 'Replace '.$device->name,
            summary: null === $device ? 'Scan its label, or enter what is printed on it' : 'Scan the label of its replacement',
            whichUrl: $this->url($context, 'scan_which'),
            unit: $device->id ?? '',
            which: $which ?? ('' === $text ? null : $this->which($context, $text, $unit)),
            others: BenchLinks::links($this->urls, $context, 'scan'),
        );
    }

    /** @param array{serial?: string, mac?: string} $typed what was typed over what was read */
    public function which(JobContext $context, string $text, string $unit, string $error = '', array $typed = []): WhichView
    {
        $sticker = Sticker::fromText($text);
        $found = \array_slice(WhichUnit::belongings($context->job, $sticker), 0, self::MAX);
        $isIt = [] !== $found && $found[0]->sureness() > 0;
        $isOther = $isIt && '' !== $unit && $found[0]->device->id !== $unit;
        [$verdict, $tone] = match (true) {
            $isOther => [\sprintf('This is %s, not %s', $found[0]->device->name, $context->job->nameOf($unit)), 'broken'],
            $isIt => [\sprintf('This is %s', $found[0]->device->name), '' === $found[0]->but ? 'through' : 'care'],
            [] !== $found => ['No exact match; similar devices', 'care'],
            default => ['No planned device has this', 'broken'],
        };

        return new WhichView(
            text: $text,
            units: array_map(fn (Belongs $b): array => $this->unit($context, $b), $found),
            verdict: $verdict,
            tone: $tone,
            swaps: $isIt ? [] : array_map(static fn (Device $d): string => $d->name, $context->job->devices),
            chosen: $unit,
            serial: $typed['serial'] ?? ([] === $sticker->words || [] !== $sticker->macs ? self::serial($sticker) : $sticker->words[0]),
            mac: $typed['mac'] ?? (string) ($sticker->macs[0] ?? ''),
            swapUrl: $this->security->isGranted('ROLE_TECHNICIAN') ? $this->url($context, 'scan_swap') : null,
            version: $context->revision,
            error: $error,
        );
    }

    /** Of a code with several parts the one behind a label that says so. */
    private static function serial(Sticker $sticker): string
    {
        return 1 === preg_match('~\b(?:S/?N|SERIAL)\s*[:=#]?\s*([A-Z0-9][A-Z0-9./_-]{3,40})~i', $sticker->text, $m) ? $m[1] : '';
    }

    /** @return array{name: string, kind: string, place: string, said: string, but: string, links: list<Link>} */
    private function unit(JobContext $context, Belongs $of): array
    {
        $device = $of->device;

        return [
            'name' => $device->name,
            'kind' => $context->job->profileOf($device)->name,
            'place' => $context->job->locations[$device->location]->name ?? 'no location',
            'said' => $of->said(),
            'but' => $of->but,
            'links' => [
                new Link('Open on the bench', $this->url($context, 'bench_device', ['id' => $device->id]), 't', main: true),
                new Link('Settings', $this->url($context, 'devices', ['sel' => $device->id])),
            ],
        ];
    }

    /** @param array<string, string> $more */
    private function url(JobContext $context, string $route, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
