<?php

declare(strict_types=1);

namespace Vorhut\App\Cables;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\Bar;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\Words;
use Vorhut\Core\Job\NetworkSwitch;
use Vorhut\Core\Job\SwitchLink;
use Vorhut\Core\Job\SwitchPort;
use Vorhut\Core\Load\Plugged;
use Vorhut\Core\Power\PortPower;
use Vorhut\Core\Power\PowerPlan;
use Vorhut\Core\Power\SwitchPower;

/** Switches as they are drawn: a square for each port, in the order of the front. */
final readonly class SwitchViews
{
    private const MAX = 60;

    public function __construct(private UrlGeneratorInterface $urls) {}

    /** @return list<SwitchView> */
    public function all(JobContext $context): array
    {
        $power = new PowerPlan($context->job);
        $sums = array_column($power->switches, null, 'switch');
        $fed = $plugged = $linked = [];
        foreach ($power->ports as $port) {
            $fed[$port->switch.'/'.$port->port] = $port;
        }
        foreach (Plugged::all($context->job) as $one) {
            $plugged[(string) $one->port][] = $one;
        }
        foreach ($context->job->all(SwitchLink::class) as $link) {
            $linked[(string) $link->from] = $linked[(string) $link->to] = $link->name;
        }
        $views = [];
        foreach (\array_slice($context->job->all(NetworkSwitch::class), 0, self::MAX, true) as $switch) {
            $ports = [];
            foreach ($switch->ports as $port) {
                $at = $switch->id.'/'.$port->name;
                $ports[] = $this->port(
                    context: $context,
                    port: $port,
                    plugged: $plugged[$at] ?? [],
                    link: $linked[$at] ?? null,
                    power: $fed[$at] ?? null,
                );
            }
            $views[] = $this->view($context, $switch, $ports, $sums[$switch->id] ?? null);
        }

        return $views;
    }

    /** @param list<PortView> $ports */
    private function view(JobContext $context, NetworkSwitch $switch, array $ports, ?SwitchPower $sum): SwitchView
    {
        $free = \count(array_filter($ports, static fn (PortView $p): bool => 'free' === $p->state));
        $budget = $switch->poeBudgetWatts;
        $usable = null === $budget ? 0.0 : $budget * (1 - $switch->poeReservePercent / 100);

        return new SwitchView(
            id: 'switch-'.$switch->id,
            link: new Link($switch->name, $this->urls->generate('record', [
                'slug' => $context->stored->getSlug(), 'list' => 'switches', 'id' => $switch->id,
            ])),
            place: $context->job->locations[$switch->location]->name ?? '',
            free: Words::count($free, 'port').' free',
            power: null === $budget || null === $sum ? null : Bar::fromLoad(
                label: 'Power',
                sum: $sum->byDrawWatts,
                limit: $usable,
                whole: $budget,
                unit: 'W',
            ),
            byClass: null === $sum ? '' : $sum->said(),
            ports: $ports,
        );
    }

    /** @param list<Plugged> $plugged */
    private function port(JobContext $context, SwitchPort $port, array $plugged, ?string $link, ?PortPower $power): PortView
    {
        $unit = $plugged[0] ?? null;
        $names = array_unique(array_map(static fn (Plugged $p): string => $p->name, $plugged));
        $carried = array_filter([$port->untagged, ...$port->tagged], \is_string(...));
        $segments = array_map(static fn (string $s): string => $context->job->segments[$s]->name ?? $s, $carried);
        $isUnit = isset($context->job->devices[$unit->unit ?? '']);

        return new PortView(
            name: $port->name,
            state: match (true) {
                false === $power?->ok => 'short',
                null !== $unit => 'unit',
                null !== $link => 'link',
                default => 'free',
            },
            who: $link ?? implode(' and ', $names),
            url: $isUnit ? $this->urls->generate('devices', ['slug' => $context->stored->getSlug(), 'sel' => $unit->unit ?? '']) : '',
            segments: [] === $segments ? 'all' : implode(', ', \array_slice($segments, 0, 3)).(\count($segments) > 3 ? ' …' : ''),
            cable: null === $unit?->plug->metres ? '' : \sprintf('%s m, %s', $unit->plug->metres, $unit->plug->category->label()),
            power: null === $power ? '' : \sprintf(
                '%.1f W from the port, %s at the device',
                $power->portWatts ?? $power->classWatts,
                self::volts($power),
            ),
        );
    }

    private static function volts(PortPower $power): string
    {
        return null === $power->deviceVolts ? 'nothing' : \sprintf('%.1f V', $power->deviceVolts);
    }
}
