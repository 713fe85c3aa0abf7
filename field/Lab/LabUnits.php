<?php

declare(strict_types=1);

namespace Vorhut\Field\Lab;

use Vorhut\Core\Constraint\ConstraintChecks;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Light\Senders;
use Vorhut\Core\Light\UniverseGroups;
use Vorhut\Core\MidSentence;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Profile\Capacity;
use Vorhut\Core\Profile\Family;
use Vorhut\Core\Setting\Settings;
use Vorhut\Field\Light\LightUnit;
use Vorhut\Field\Words\LightWords;
use Vorhut\Field\Words\PairWords;
use Vorhut\Field\Words\ProjectorWords;
use Vorhut\Field\Words\WordSpeaker;

/** What units of the lab remember between two questions: lights, projectors, who is paired with whom. */
final class LabUnits
{
    private const SENT = 'universes';
    private const SCENES = 'scenes';
    private const CAPTURE = 'capture';
    private const FROM_DESK = 'network';
    private const OVERRIDES = 'override';

    private Job $job;
    private Settings $settings;

    /** @var array<string, LightUnit> by device */
    private array $lights = [];

    /** @var array<string, WordSpeaker> by device */
    private array $speakers = [];

    public function follow(Job $job): void
    {
        $this->job = $job;
        $this->settings = new Settings($job);
        foreach ($this->lights as $id => $light) {
            $device = $job->devices[$id] ?? null;
            if (null !== $device) {
                $this->tune($light, $device);
            }
        }
    }

    public function light(Device $device): LightUnit
    {
        return $this->lights[$device->id] ??= $this->newLight($device);
    }

    public function speaker(Device $device): WordSpeaker
    {
        return $this->speakers[$device->id] ??= new WordSpeaker($this->verbs($device));
    }

    /** @return list<int> universes that a unit sends */
    public function sent(Device $device): array
    {
        $sent = [];
        $all = null === $this->settings->setting($device, self::SENT) ? [] : Senders::bySender($this->job, $this->settings);
        foreach ($all as $universe => $senders) {
            if (\in_array($device, array_column($senders, 0), true)) {
                $sent[] = $universe;
            }
        }

        return $sent;
    }

    public function priority(Device $device): int
    {
        return $this->number($device, 'priority', 100);
    }

    /** The group that it sends to; null where nobody says. */
    public function group(Device $device): ?string
    {
        $group = $this->settings->value($device, 'group')?->text() ?? '';

        return '' === $group ? null : $group;
    }

    public function number(Device $device, string $setting, int $otherwise): int
    {
        $value = $this->settings->value($device, $setting)?->text() ?? '';

        return is_numeric($value) ? (int) $value : $otherwise;
    }

    /**
     * @param list<int> $universes
     *
     * @return list<string> units that take one of them
     */
    public function takers(array $universes): array
    {
        $takers = array_intersect_key(Senders::takers($this->job, $this->settings), array_flip($universes));

        return array_values(array_unique(array_map(static fn (Device $d): string => $d->id, array_merge(...$takers))));
    }

    private function newLight(Device $device): LightUnit
    {
        $profile = $this->job->profileOf($device);
        $scenes = array_filter($profile->capacities, static fn (Capacity $c): bool => self::SCENES === $c->id);
        $light = new LightUnit($device->name, array_values($scenes)[0]->count ?? 0);
        $this->tune($light, $device);

        return $light;
    }

    private function tune(LightUnit $light, Device $device): void
    {
        $value = fn (string $setting): mixed => $this->settings->value($device, $setting)?->value();
        $light->tune($this->universes($device), self::FROM_DESK === $value(self::CAPTURE), true === $value(self::OVERRIDES));
    }

    /** @return list<int> */
    private function universes(Device $device): array
    {
        $groups = UniverseGroups::groups($device, $this->job->profileOf($device));

        return array_map(static fn (Ipv4Address $g): int => $g->value & 0xFFFF, $groups);
    }

    /** @return array<string, \Closure(string...): string> */
    private function verbs(Device $device): array
    {
        $profile = $this->job->profileOf($device);

        return match (true) {
            [] !== UniverseGroups::groups($device, $profile) => LightWords::answer($this->light($device), self::now(...)),
            Family::Screen === $profile->family => (new ProjectorWords($device->name))->verbs(),
            default => (new PairWords($device->name, fn (string $panel): string => $this->whyNotPaired($device, $panel)))->verbs(),
        };
    }

    /** Seconds of a clock that never goes back. */
    private static function now(): float
    {
        return hrtime(true) / 1e9;
    }

    /** What the plan has against it; what is still open is no reason. */
    private function whyNotPaired(Device $device, string $panel): string
    {
        $isPlanned = false;
        $pairings = new ConstraintChecks($this->settings);
        foreach ($this->settings->couplings->with($device) as $coupled) {
            if ($coupled->partnerOf($device)->id !== $panel) {
                continue;
            }
            $isPlanned = true;
            foreach ($pairings->checks($coupled) as $state) {
                if (false === $state->holds) {
                    return MidSentence::label($state->tie->name).' does not match';
                }
            }
        }

        return $isPlanned ? '' : 'no device of that name is planned';
    }
}
