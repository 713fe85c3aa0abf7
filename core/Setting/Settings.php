<?php

declare(strict_types=1);

namespace Vorhut\Core\Setting;

use Vorhut\Core\Convention\When;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\Relation\Constraint;
use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Profile\Setting\Among;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Profile\Setting\Template;
use Vorhut\Core\Relation\RelatedUnit;
use Vorhut\Core\Relation\Relations;

/**
 * The value of every setting of every unit of a plan, with where it comes from.
 *
 * The first of these wins: typed for this unit, from a pairing, answered, rule of the place or segment, rule of the kind, computed,
 * default of the kind. Values are found when they are asked for, and once.
 */
final class Settings
{
    public readonly Relations $couplings;

    public readonly Facts $facts;

    private readonly Declared $declared;

    private readonly RulesAndAnswers $sayings;

    private readonly FromPartners $partners;

    private readonly FreeNumbers $free;

    /** @var array<array-key, array<array-key, SettingValue>> by device and setting; open while it is being found */
    private array $found = [];

    public function __construct(public readonly Job $job)
    {
        $this->couplings = Relations::fromJob($job);
        $this->facts = new Facts($job);
        $this->declared = new Declared($job);
        $this->sayings = new RulesAndAnswers($job);
        $this->partners = new FromPartners($this);
        $this->free = new FreeNumbers($this);
    }

    /** @return list<SettingValue> those that apply to the unit, in the order of its own page */
    public function values(Device $device): array
    {
        $values = [];
        foreach ($this->declared->settings($device) as $setting) {
            if ([] === $setting->when || $this->holds($device, $setting->when)) {
                $values[] = $this->resolve($device, $setting);
            }
        }

        return $values;
    }

    /**
     * @param callable(Setting): bool $isMeant
     *
     * @return list<SettingValue> some of them
     */
    public function some(Device $device, callable $isMeant): array
    {
        $values = [];
        foreach ($this->declared->settings($device) as $setting) {
            if ($isMeant($setting) && $this->holds($device, $setting->when)) {
                $values[] = $this->resolve($device, $setting);
            }
        }

        return $values;
    }

    /** Null where the kind of the unit has no such setting, or it does not apply. */
    public function value(Device $device, string $id): ?SettingValue
    {
        $setting = $this->declared->settings($device)[$id] ?? null;

        return null === $setting || !$this->holds($device, $setting->when) ? null : $this->resolve($device, $setting);
    }

    public function setting(Device $device, string $id): ?Setting
    {
        return $this->declared->settings($device)[$id] ?? null;
    }

    /** Whether the plan itself holds it: an address, a mask. */
    public function isPlanned(Device $device, Setting $setting): bool
    {
        return $this->declared->isPlanned($device, $setting);
    }

    /** @return list<OriginLink> every place a value may come from; the first that gives one wins */
    public function chain(Device $device, Setting $setting): array
    {
        return iterator_to_array($this->links($device, $setting), false);
    }

    /** Without what is free and what a default says: what decides which numbers are taken. */
    public function given(Device $device, Setting $setting): mixed
    {
        return self::first($this->said($device, $setting))?->value;
    }

    /** Among units with the same group a value may stand only once. */
    public function groupOf(Device $device, Setting $setting): string
    {
        return $this->free->group($device, $setting);
    }

    /**
     * What a reference of a tie says of a unit: "@" with a fact, "=" with a fixed value, or the id of a setting.
     *
     * @return mixed null where it is not known
     */
    public function reference(Device $device, string $reference): mixed
    {
        return match ($reference[0] ?? '') {
            '' => null,
            '@' => $this->facts->value($device, substr($reference, 1)),
            '=' => substr($reference, 1),
            default => $this->value($device, $reference)?->value(),
        };
    }

    /** The partner's reference, with the unit's own values put in; null where one of those is not known. */
    public function theirs(RelatedUnit $coupled, Constraint $tie): ?string
    {
        $filled = Template::fill($tie->theirs, fn (string $name): mixed => $this->reference($coupled->from, $name));

        return \is_scalar($filled) ? (string) $filled : null;
    }

    /** @param list<When> $whens */
    public function holds(Device $device, array $whens): bool
    {
        foreach ($whens as $when) {
            $is = null === $when->choice
                ? Allowed::text($this->value($device, (string) $when->setting)?->value())
                : (string) $this->job->info->schools->chosen($when->choice)?->value;
            if (!\in_array($is, $when->is, true)) {
                return false;
            }
        }

        return true;
    }

    private function resolve(Device $device, Setting $setting): SettingValue
    {
        $known = $this->found[$device->id][$setting->id] ?? null;
        if (null !== $known) {
            return $known;
        }
        $open = new SettingValue($setting, null);
        $this->found[$device->id][$setting->id] = $open;
        $from = $this->isSaid($device, $setting) ? self::first($this->said($device, $setting)) : null;
        $from ??= self::first($this->unsaid($device, $setting));

        return $this->found[$device->id][$setting->id] = null === $from ? $open : new SettingValue($setting, $from);
    }

    /** @param iterable<OriginLink> $links */
    private static function first(iterable $links): ?OriginLink
    {
        foreach ($links as $link) {
            if ($link->gives()) {
                return $link;
            }
        }

        return null;
    }

    /** Whether somebody may have said something: most values of a large plan are computed. */
    private function isSaid(Device $device, Setting $setting): bool
    {
        return isset($device->settings[$setting->id])
            || $this->sayings->has($setting->id)
            || $this->partners->may($device, $setting);
    }

    /** @return iterable<OriginLink> all of them */
    private function links(Device $device, Setting $setting): iterable
    {
        yield from $this->said($device, $setting);
        yield from $this->unsaid($device, $setting);
    }

    /** @return iterable<OriginLink> what follows from the plan and the kind */
    private function unsaid(Device $device, Setting $setting): iterable
    {
        if ('' !== $setting->computed) {
            $value = $this->computed($device, $setting);
            yield $setting->isPlainFact
                ? new OriginLink(Origin::Computed, $value, Template::inWords($setting->computed))
                : $this->link($setting, Origin::Computed, $value, Template::inWords($setting->computed));
        }
        if ($setting->secret) {
            yield $this->link($setting, Origin::Computed, $this->secretName($device, $setting), 'its name in the vault');
        }
        yield $this->link($setting, Origin::Default, $setting->default, 'default of '.$this->job->profileOf($device)->name);
    }

    /** @return iterable<OriginLink> what somebody has said */
    private function said(Device $device, Setting $setting): iterable
    {
        if (\array_key_exists($setting->id, $device->settings) && !$this->isPlanned($device, $setting)) {
            $said = $device->settings[$setting->id];
            yield $this->link(
                setting: $setting,
                origin: Origin::Typed,
                value: $said,
                said: 'for '.$device->name,
                record: 'devices/'.$device->id,
            );
        }
        foreach ($this->partners->links($device, $setting) as [$value, $said, $pairing]) {
            $record = '' === $pairing ? '' : 'pairings/'.$pairing;
            yield $this->link(
                setting: $setting,
                origin: Origin::Pairing,
                value: self::fitted($setting, $value),
                said: $said,
                record: $record,
            );
        }
        foreach ($this->sayings->answers($device, $setting->id) as $answer) {
            $said = '' === $answer->by ? 'answered' : 'answered by '.$answer->by;
            yield $this->link(
                setting: $setting,
                origin: Origin::Answer,
                value: $answer->value,
                said: $said,
                record: 'answers/'.$answer->id,
            );
        }
        foreach ($this->sayings->rules($device, $setting->id) as $rule) {
            $origin = $rule->isOfPlace() ? Origin::PlaceRule : Origin::KindRule;
            $said = '' === $rule->reason ? 'rule '.$rule->id : $rule->reason;
            yield $this->link(setting: $setting, origin: $origin, value: $rule->value, said: $said, record: 'rules/'.$rule->id);
        }
    }

    private function link(Setting $setting, Origin $origin, mixed $value, string $said, string $record = ''): OriginLink
    {
        return new OriginLink(
            origin: $origin,
            value: $value,
            said: $said,
            refused: null === $value ? null : Allowed::refusal($setting, $value),
            record: $record,
        );
    }

    /** A number that another unit keeps as text is a number here, and the other way round. */
    private static function fitted(Setting $setting, mixed $value): mixed
    {
        return match (true) {
            $setting->type->isNumber() && \is_string($value) && is_numeric($value) => 0 + $value,
            !$setting->type->isNumber() && (\is_int($value) || \is_float($value)) => (string) $value,
            default => $value,
        };
    }

    private function computed(Device $device, Setting $setting): mixed
    {
        if ($setting->isPlainFact) {
            return $this->facts->value($device, substr($setting->computed, 2, -1), $setting->interface);
        }
        $value = Template::fill($setting->computed, fn (string $name): mixed => match (true) {
            '@free' === $name => $this->free->next($device, $setting),
            str_starts_with($name, '@') => $this->facts->value($device, substr($name, 1), $setting->interface),
            default => $this->value($device, $name)?->value(),
        });
        if ($setting->list && null !== $value && !\is_array($value)) {
            return [$value];
        }

        return \is_array($value) && !$setting->list ? $value[0] ?? null : self::fitted($setting, $value);
    }

    /** Secrets themselves never stand in a plan. */
    private function secretName(Device $device, Setting $setting): string
    {
        $isShared = 'per-kind' === $this->job->info->schools->passwords->value;

        return Allowed::SECRET.($isShared ? 'kind/'.$device->profile : $device->id).'/'.$setting->id;
    }
}
