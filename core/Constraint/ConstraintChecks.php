<?php

declare(strict_types=1);

namespace Vorhut\Core\Constraint;

use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\Relation\Comparison;
use Vorhut\Core\Profile\Relation\Constraint;
use Vorhut\Core\Profile\Relation\LeadingEnd;
use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Relation\RelatedUnit;
use Vorhut\Core\Setting\Facts;
use Vorhut\Core\Setting\Settings;

/** Looks at every two values of a plan that must stand in a relation, in time linear in their number. */
final class ConstraintChecks
{
    /** @var list<ConstraintCheck>|null */
    private ?array $states = null;

    /** @var array<string, array<string, list<Device>>> by partner and coupling: units by setting and value */
    private array $peers = [];

    public function __construct(private readonly Settings $settings) {}

    /** @return list<ConstraintCheck> of the whole plan */
    public function all(): array
    {
        if (null === $this->states) {
            $this->states = [];
            foreach ($this->settings->couplings->all as $coupled) {
                array_push($this->states, ...$this->checks($coupled));
            }
        }

        return $this->states;
    }

    /** @return list<ConstraintCheck> */
    public function broken(): array
    {
        return array_values(array_filter($this->all(), static fn (ConstraintCheck $s): bool => false === $s->holds));
    }

    /** @return list<ConstraintCheck> */
    public function checks(RelatedUnit $coupled): array
    {
        $states = [];
        foreach ($coupled->coupling->ties as $tie) {
            if ($this->settings->holds($coupled->from, $tie->when)) {
                $states[] = $this->state($coupled, $tie);
            }
        }

        return $states;
    }

    private function state(RelatedUnit $coupled, Constraint $tie): ConstraintCheck
    {
        if (!$tie->relation->comparesValues()) {
            return $this->ofUnits($coupled, $tie);
        }
        $mine = $this->settings->reference($coupled->from, $tie->mine);
        if ($tie->isAmongPeers()) {
            return $this->amongPeers($coupled, $tie, $mine);
        }
        $reference = $this->settings->theirs($coupled, $tie);
        $theirs = null === $reference ? null : $this->settings->reference($coupled->to, $reference);
        $holds = null === $mine || null === $theirs ? null : self::compare($tie->relation, $mine, $theirs);

        return new ConstraintCheck(
            coupled: $coupled,
            tie: $tie,
            mine: $mine,
            theirs: $theirs,
            holds: $holds,
            mineShown: $this->shown($coupled->from, $tie->mine, $mine),
            theirsShown: $this->shown($coupled->to, (string) $reference, $theirs),
            mends: false === $holds ? $this->mends($coupled, $tie, $mine, $theirs) : [],
        );
    }

    private function shown(Device $device, string $reference, mixed $value): string
    {
        $setting = $this->settings->setting($device, $reference);

        return null === $setting ? Allowed::text($value) : Allowed::shown($setting, $value);
    }

    private static function compare(Comparison $relation, mixed $mine, mixed $theirs): bool
    {
        $list = array_map(Allowed::text(...), \is_array($theirs) ? $theirs : [$theirs]);
        $own = array_map(Allowed::text(...), \is_array($mine) ? $mine : [$mine]);

        return match ($relation) {
            Comparison::Different => [] === array_intersect($own, $list),
            Comparison::Listed => [] === array_diff($own, $list),
            Comparison::Allows => [] !== array_intersect($own, $list),
            Comparison::AtMost => is_numeric($own[0]) && is_numeric($list[0]) && (float) $own[0] <= (float) $list[0],
            default => $own === $list,
        };
    }

    /** Another unit with the same partner must have another value. */
    private function amongPeers(RelatedUnit $coupled, Constraint $tie, mixed $mine): ConstraintCheck
    {
        $other = null;
        foreach ($this->peers($coupled)[$tie->mine.' '.Allowed::text($mine)] ?? [] as $peer) {
            if ($peer->id !== $coupled->from->id) {
                $other ??= $peer;
            }
        }
        if (null === $mine || null === $other) {
            $shown = $this->shown($coupled->from, $tie->mine, $mine);

            return null === $mine
                ? new ConstraintCheck(coupled: $coupled, tie: $tie, mine: null, theirs: null, holds: null)
                : new ConstraintCheck(
                    coupled: $coupled,
                    tie: $tie,
                    mine: $mine,
                    theirs: null,
                    holds: true,
                    mineShown: $shown,
                    theirsShown: 'unique',
                );
        }
        $mend = $this->set($coupled->from, $tie->mine, null);
        $shown = $this->shown($coupled->from, $tie->mine, $mine);

        return new ConstraintCheck(
            coupled: $coupled,
            tie: $tie,
            mine: $mine,
            theirs: $mine,
            holds: false,
            mineShown: $shown,
            theirsShown: $shown.' at '.$other->name,
            mends: array_filter([$mend]),
        );
    }

    /** @return array<string, list<Device>> */
    private function peers(RelatedUnit $coupled): array
    {
        $key = $coupled->to->id.' '.$coupled->coupling->id;
        if (!isset($this->peers[$key])) {
            $this->peers[$key] = [];
            foreach ($this->settings->couplings->to($coupled->to) as $other) {
                foreach ($other->coupling->id === $coupled->coupling->id ? $other->coupling->ties : [] as $tie) {
                    if ($tie->isAmongPeers()) {
                        $value = Allowed::text($this->settings->reference($other->from, $tie->mine));
                        $this->peers[$key][$tie->mine.' '.$value][] = $other->from;
                    }
                }
            }
        }

        return $this->peers[$key];
    }

    private function ofUnits(RelatedUnit $coupled, Constraint $tie): ConstraintCheck
    {
        [$mine, $theirs] = match ($tie->relation) {
            Comparison::SameSubnet => [self::subnet($coupled->from, $tie->mine), self::subnet($coupled->to, $tie->theirs)],
            Comparison::SameFirmware => [self::family($coupled->from->firmware), self::family($coupled->to->firmware)],
            default => [$coupled->from->profile, $coupled->to->profile],
        };

        $holds = null === $mine || null === $theirs ? null : $mine === $theirs;

        return new ConstraintCheck(
            coupled: $coupled,
            tie: $tie,
            mine: $mine,
            theirs: $theirs,
            holds: $holds,
            mineShown: (string) $mine,
            theirsShown: (string) $theirs,
        );
    }

    /** @param string $reference the interface meant stands behind its slash, "@address/room" */
    private static function subnet(Device $device, string $reference): ?string
    {
        $own = Facts::own($device, explode('/', $reference)[1] ?? null);

        return null === $own ? null : (string) $own->prefix;
    }

    /** Firmware of one family has the same number in front of its second dot. */
    private static function family(?string $firmware): ?string
    {
        return null === $firmware ? null : implode('.', \array_slice(explode('.', $firmware), 0, 2));
    }

    /** @return list<ChangeSet> taking back what was typed against the pairing is the smaller change */
    private function mends(RelatedUnit $coupled, Constraint $tie, mixed $mine, mixed $theirs): array
    {
        $theirReference = (string) $this->settings->theirs($coupled, $tie);
        $follow = [
            'mine' => $this->set($coupled->from, $tie->mine, LeadingEnd::Theirs === $tie->lead ? null : $theirs),
            'theirs' => $this->set($coupled->to, $theirReference, LeadingEnd::Mine === $tie->lead ? null : $mine),
        ];
        $first = LeadingEnd::Mine === $tie->lead ? 'theirs' : 'mine';

        return array_values(array_filter([$follow[$first], $follow['mine' === $first ? 'theirs' : 'mine']]));
    }

    /** A list takes one more, a single value the first that is accepted. */
    private function fitted(Device $device, Setting $setting, mixed $value): mixed
    {
        if (!$setting->list) {
            return \is_array($value) ? $value[0] ?? null : $value;
        }
        $has = $this->settings->value($device, $setting->id)?->value();
        $more = \is_array($value) ? $value : [$value];

        return array_values(array_unique([...(\is_array($has) ? $has : []), ...$more], \SORT_REGULAR));
    }

    /** A change of one value; null takes back what was typed, and nothing comes back where that is not enough. */
    private function set(Device $device, string $reference, mixed $value): ?ChangeSet
    {
        $setting = $this->settings->setting($device, $reference);
        if (null === $setting) {
            return null;
        }
        $settings = $device->settings;
        if (null === $value) {
            if (!\array_key_exists($reference, $settings)) {
                return null;
            }
            unset($settings[$reference]);
            $title = \sprintf('Clear “%s” of %s, so that it follows its partner', $setting->name, $device->name);
        } else {
            $value = $this->fitted($device, $setting, $value);
            if (null !== Allowed::refusal($setting, $value)) {
                return null;
            }
            $settings[$reference] = $value;
            $title = \sprintf('Set “%s” of %s to “%s”', $setting->name, $device->name, Allowed::shown($setting, $value));
        }
        $record = [] === $settings ? new \stdClass() : $settings;

        return new ChangeSet($title, [$this->settings->job->edit(Device::class, $device->id, ['settings' => $record])]);
    }
}
