<?php

declare(strict_types=1);

namespace Vorhut\Core\Setting;

use Vorhut\Core\Coupling\Coupled;
use Vorhut\Core\Coupling\Couplings;
use Vorhut\Core\Job\Answer;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\ValueRule;
use Vorhut\Core\Profile\Coupling\Coupling;
use Vorhut\Core\Profile\Coupling\Lead;
use Vorhut\Core\Profile\Coupling\Relation;
use Vorhut\Core\Profile\Coupling\Tie;
use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Profile\Setting\Among;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Profile\Setting\Template;
use Vorhut\Core\School\When;

/**
 * The value of every setting of every unit of a plan, with where it comes from.
 *
 * The first of these wins: typed for this unit, from a pairing, answered, rule of the place or segment, rule of the kind, computed,
 * default of the kind. Values are found when they are asked for, and once.
 */
final class Settings
{
    public readonly Couplings $couplings;

    public readonly Facts $facts;

    private readonly FreeNumbers $free;

    /** @var array<string, array<string, Setting>> by kind, interfaces and id */
    private array $declared = [];

    /** @var array<string, array<string, true>> the same, those that the plan itself holds and nobody types for a unit */
    private array $planned = [];

    /** @var array<array-key, string> by device */
    private array $shapes = [];

    /** @var array<int, array{array<string, true>, array<string, true>, bool}> by coupling */
    private array $followers = [];

    /** @var array<string, list<ValueRule>> by setting */
    private array $rules = [];

    /** @var array<string, list<Answer>> by setting */
    private array $answers = [];

    /** @var array<array-key, array<array-key, SettingValue>> by device and setting; open while it is being found */
    private array $found = [];

    public function __construct(public readonly Job $job)
    {
        $this->couplings = Couplings::of($job);
        $this->facts = new Facts($job);
        $this->free = new FreeNumbers($this);
        foreach ($job->all(ValueRule::class) as $rule) {
            $this->rules[$rule->setting][] = $rule;
        }
        foreach ($job->all(Answer::class) as $answer) {
            $this->answers[$answer->setting][] = $answer;
        }
    }

    /** @return list<SettingValue> those that apply to the unit, in the order of its own page */
    public function of(Device $device): array
    {
        $values = [];
        foreach ($this->declared($device) as $setting) {
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
        foreach ($this->declared($device) as $setting) {
            if ($isMeant($setting) && $this->holds($device, $setting->when)) {
                $values[] = $this->resolve($device, $setting);
            }
        }

        return $values;
    }

    /** Null where the kind of the unit has no such setting, or it does not apply. */
    public function value(Device $device, string $id): ?SettingValue
    {
        $setting = $this->declared($device)[$id] ?? null;

        return null === $setting || !$this->holds($device, $setting->when) ? null : $this->resolve($device, $setting);
    }

    public function setting(Device $device, string $id): ?Setting
    {
        return $this->declared($device)[$id] ?? null;
    }

    /** Whether the plan itself holds it: an address, a mask. */
    public function isPlanned(Device $device, Setting $setting): bool
    {
        return isset($this->planned[$this->shape($device)][$setting->id]);
    }

    /** @return list<ChainLink> every place a value may come from; the first that gives one wins */
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
            '@' => $this->facts->of($device, substr($reference, 1)),
            '=' => substr($reference, 1),
            default => $this->value($device, $reference)?->value(),
        };
    }

    /** The partner's reference, with the unit's own values put in; null where one of those is not known. */
    public function theirs(Coupled $coupled, Tie $tie): ?string
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

    /** @param iterable<ChainLink> $links */
    private static function first(iterable $links): ?ChainLink
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
            || isset($this->rules[$setting->id])
            || isset($this->answers[$setting->id])
            || $this->isFollower($device, $setting);
    }

    /** Whether a partner may give the value. */
    private function isFollower(Device $device, Setting $setting): bool
    {
        foreach ($this->couplings->with($device) as $coupled) {
            $isFrom = $coupled->from->id === $device->id;
            $key = spl_object_id($coupled->coupling);
            $this->followers[$key] ??= self::followersOf($coupled->coupling);
            [$mine, $theirs, $isNumbered] = $this->followers[$key];
            if ($isFrom ? isset($mine[$setting->id]) : $isNumbered || isset($theirs[$setting->id])) {
                return true;
            }
        }

        return false;
    }

    /** @return array{array<string, true>, array<string, true>, bool} settings that follow at either end, and whether some have a number */
    private static function followersOf(Coupling $coupling): array
    {
        $mine = $theirs = [];
        $isNumbered = false;
        foreach ($coupling->ties as $tie) {
            if (Lead::Theirs === $tie->lead) {
                $mine[$tie->mine] = true;
            } elseif (Lead::Mine === $tie->lead) {
                $theirs[$tie->theirs] = true;
                $isNumbered = $isNumbered || str_contains($tie->theirs, '{');
            }
        }

        return [$mine, $theirs, $isNumbered];
    }

    /** @return iterable<ChainLink> all of them */
    private function links(Device $device, Setting $setting): iterable
    {
        yield from $this->said($device, $setting);
        yield from $this->unsaid($device, $setting);
    }

    /** @return iterable<ChainLink> what follows from the plan and the kind */
    private function unsaid(Device $device, Setting $setting): iterable
    {
        if ('' !== $setting->computed) {
            $value = $this->computed($device, $setting);
            yield $setting->isPlainFact
                ? new ChainLink(Origin::Computed, $value, $setting->computed)
                : $this->link($setting, Origin::Computed, $value, $setting->computed);
        }
        if ($setting->secret) {
            yield $this->link($setting, Origin::Computed, $this->secretName($device, $setting), 'its name in the vault');
        }
        yield $this->link($setting, Origin::Default, $setting->default, 'default of '.$this->job->profileOf($device)->name);
    }

    /** @return iterable<ChainLink> what somebody has said */
    private function said(Device $device, Setting $setting): iterable
    {
        if (\array_key_exists($setting->id, $device->settings) && !$this->isPlanned($device, $setting)) {
            $said = $device->settings[$setting->id];
            yield $this->link($setting, Origin::Typed, $said, 'for '.$device->name, 'devices/'.$device->id);
        }
        yield from $this->fromPairings($device, $setting);
        foreach ($this->answers[$setting->id] ?? [] as $answer) {
            if ($this->concerns($device, $answer)) {
                $said = '' === $answer->by ? 'answered' : 'answered by '.$answer->by;
                yield $this->link($setting, Origin::Answer, $answer->value, $said, 'answers/'.$answer->id);
            }
        }
        foreach ($this->rulesFor($device, $setting) as $rule) {
            $origin = $rule->isOfPlace() ? Origin::PlaceRule : Origin::KindRule;
            $said = '' === $rule->reason ? 'rule '.$rule->id : $rule->reason;
            yield $this->link($setting, $origin, $rule->value, $said, 'rules/'.$rule->id);
        }
    }

    private function link(Setting $setting, Origin $origin, mixed $value, string $said, string $record = ''): ChainLink
    {
        return new ChainLink($origin, $value, $said, null === $value ? null : Allowed::refusal($setting, $value), $record);
    }

    /** @return iterable<ChainLink> */
    private function fromPairings(Device $device, Setting $setting): iterable
    {
        $listed = [];
        foreach ($this->couplings->with($device) as $coupled) {
            $isFrom = $coupled->from->id === $device->id;
            foreach ($coupled->coupling->ties as $tie) {
                $follows = $isFrom ? Lead::Theirs : Lead::Mine;
                if ($tie->lead !== $follows || !$this->concernsTie($coupled, $tie, $isFrom, $setting)) {
                    continue;
                }
                $partner = $coupled->partnerOf($device);
                $value = $isFrom
                    ? $this->reference($partner, (string) $this->theirs($coupled, $tie))
                    : $this->reference($partner, $tie->mine);
                if (Relation::Listed === $tie->relation || ($setting->list && null !== $value && !\is_array($value))) {
                    array_push($listed, ...(\is_array($value) ? $value : [$value]));
                    continue;
                }
                $record = '' === $coupled->id ? '' : 'pairings/'.$coupled->id;
                yield $this->link($setting, Origin::Pairing, self::fitted($setting, $value), $coupled->said($device), $record);
            }
        }
        $listed = array_values(array_unique(array_filter($listed, \is_scalar(...))));
        if ([] !== $listed) {
            yield $this->link($setting, Origin::Pairing, $listed, 'from its partners');
        }
    }

    private function concernsTie(Coupled $coupled, Tie $tie, bool $isFrom, Setting $setting): bool
    {
        $named = $isFrom ? $tie->mine === $setting->id : $this->names($coupled, $tie, $setting);

        return $named && $this->holds($coupled->from, $tie->when);
    }

    private function names(Coupled $coupled, Tie $tie, Setting $setting): bool
    {
        if (!str_contains($tie->theirs, '{')) {
            return $tie->theirs === $setting->id;
        }
        $stem = substr($tie->theirs, 0, (int) strpos($tie->theirs, '{'));

        return str_starts_with($setting->id, $stem) && $this->theirs($coupled, $tie) === $setting->id;
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

    private function concerns(Device $device, Answer|ValueRule $of): bool
    {
        if ($of instanceof Answer && null !== $of->device && $of->device !== $device->id) {
            return false;
        }
        if (null !== $of->profile && $of->profile !== $device->profile) {
            return false;
        }
        if (null !== $of->segment && !\in_array($of->segment, array_column($device->interfaces, 'segment'), true)) {
            return false;
        }

        return null === $of->location
            || \in_array($of->location, array_column($this->job->placesOf($device->location), 'id'), true);
    }

    /** @return list<ValueRule> of the innermost place first, then of the segment, then of the kind, then of everything */
    private function rulesFor(Device $device, Setting $setting): array
    {
        $rules = [];
        foreach ($this->rules[$setting->id] ?? [] as $at => $rule) {
            if ($this->concerns($device, $rule)) {
                $places = array_column($this->job->placesOf($device->location), 'id');
                $rank = match (true) {
                    null !== $rule->location => (int) array_search($rule->location, $places, true),
                    null !== $rule->segment => 20,
                    default => 30,
                };
                $rules[] = [$rank, null === $rule->profile ? 1 : 0, $at, $rule];
            }
        }
        usort($rules, static fn (array $a, array $b): int => [$a[0], $a[1], $a[2]] <=> [$b[0], $b[1], $b[2]]);

        return array_column($rules, 3);
    }

    private function computed(Device $device, Setting $setting): mixed
    {
        if ($setting->isPlainFact) {
            return $this->facts->of($device, substr($setting->computed, 2, -1), $setting->interface);
        }
        $value = Template::fill($setting->computed, fn (string $name): mixed => match (true) {
            '@free' === $name => $this->free->of($device, $setting),
            str_starts_with($name, '@') => $this->facts->of($device, substr($name, 1), $setting->interface),
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

    /** @return array<string, Setting> */
    private function declared(Device $device): array
    {
        $shape = $this->shape($device);
        if (!isset($this->declared[$shape])) {
            $profile = $this->job->profileOf($device);
            $all = [];
            foreach (PlannedSettings::of($device, $profile) as $setting) {
                $all[$setting->id] = $setting;
                $this->planned[$shape][$setting->id] = true;
            }
            foreach ($profile->settings as $setting) {
                foreach ($setting->each() as $one) {
                    $all[$one->id] = $one;
                    unset($this->planned[$shape][$one->id]);
                }
            }
            $this->declared[$shape] = $all;
        }

        return $this->declared[$shape];
    }

    /** Units with the same shape have the same settings. */
    private function shape(Device $device): string
    {
        return $this->shapes[$device->id] ??= self::shapeOf($device);
    }

    private static function shapeOf(Device $device): string
    {
        $shape = $device->profile;
        foreach ($device->interfaces as $interface) {
            $shape .= ' '.$interface->name.'='.$interface->mode->value;
        }

        return $shape;
    }
}
