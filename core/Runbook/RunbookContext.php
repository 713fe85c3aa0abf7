<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook;

use Vorhut\Core\Bench\FirstContactPlan;
use Vorhut\Core\Bench\FirstContactPlanner;
use Vorhut\Core\Constraint\ConstraintChecks;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Licence;
use Vorhut\Core\Keypad\Keypad;
use Vorhut\Core\Licence\Licences;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\Port;
use Vorhut\Core\Profile\Setting\SettingType;
use Vorhut\Core\Profile\Setting\Template;
use Vorhut\Core\Profile\Step\ProfileStep;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Profile\WayIn;
use Vorhut\Core\Setting\Settings;
use Vorhut\Core\Setting\SettingValue;

/** What lies on the bench with one unit: its kind, its values, its partners, and how the laptop gets to it. */
final class RunbookContext
{
    /** What stands in a text for a value that nobody has planned. */
    public const OPEN = '(not set)';

    public readonly Job $job;

    public readonly DeviceProfile $profile;

    /** @var array<string, SettingValue> by setting, those no step of the kind names */
    public readonly array $unnamed;

    /** @var array<string, SettingValue> by setting */
    private readonly array $values;

    private ?FirstContactPlan $contact = null;

    /**
     * @param list<ProfileStep> $steps those of the kind that apply here
     * @param list<string>|null $added what the laptop was given for this unit; null: what it would be given now
     */
    public function __construct(
        public readonly Device $device,
        public readonly Settings $settings,
        public readonly ConstraintChecks $pairings,
        public readonly Licences $licences,
        array $steps,
        private readonly FirstContactPlanner $planner,
        public readonly ?array $added,
    ) {
        $this->job = $settings->job;
        $this->profile = $this->job->profileOf($device);
        $values = [];
        foreach ($settings->values($device) as $value) {
            $values[$value->setting->id] = $value;
        }
        $this->values = $values;
        $typing = array_filter($steps, static fn (ProfileStep $s): bool => WorkStage::Ask !== $s->stage);
        $named = array_merge([], ...array_map(static fn (ProfileStep $s): array => $s->settings, array_values($typing)));
        $this->unnamed = array_diff_key($values, array_flip($named));
    }

    public function contact(): FirstContactPlan
    {
        return $this->contact ??= $this->planner->plan($this->device);
    }

    /** Whether it has a port by which it is reached. */
    public function isNetworked(): bool
    {
        return [] !== $this->device->interfaces;
    }

    /** @return list<StepValue> of a stage, those no step of the kind types */
    public function stageValues(WorkStage $stage): array
    {
        $values = [];
        foreach ($this->unnamed as $value) {
            if ($value->setting->stage === $stage && !self::isLeftOut($value)) {
                $values[] = StepValue::fromValue($value, $this->way());
            }
        }

        return $values;
    }

    /**
     * @param list<string> $ids of settings
     *
     * @return list<StepValue> those that apply
     */
    public function valuesOf(array $ids, ?WayIn $way): array
    {
        $values = [];
        foreach ($ids as $id) {
            $value = $this->values[$id] ?? null;
            if (null !== $value && !self::isLeftOut($value)) {
                $values[] = StepValue::fromValue($value, $way);
            }
        }

        return $values;
    }

    /** A part of another value, or an optional one that is not set; a gateway that stays blank is shown. */
    private static function isLeftOut(SettingValue $value): bool
    {
        return $value->setting->part
            || ($value->isOpen() && $value->setting->optional && 'gateway' !== explode('.', $value->setting->id)[0]);
    }

    public function value(string $id): ?SettingValue
    {
        return $this->values[$id] ?? null;
    }

    /** The way in that comes first. */
    public function way(): ?WayIn
    {
        return $this->profile->waysIn[0] ?? null;
    }

    /** The keypad by which values are typed; null where they are not typed on keys. */
    public function keypad(?WayIn $way, ?string $wanted): ?Keypad
    {
        return array_find(
            $this->profile->keypads,
            static fn ($keypad): bool => null === $wanted ? true === $way?->isAtTheUnit() : $keypad->id === $wanted,
        );
    }

    /**
     * @param list<StepValue> $values
     *
     * @return list<StepKeys>
     */
    public function typing(array $values, ?Keypad $keypad): array
    {
        if (null === $keypad) {
            return [];
        }
        $keys = [];
        foreach ($values as $value) {
            if ('' !== $value->typed && !$value->isSecret && !$value->isChosen) {
                $keys[] = StepKeys::typing(
                    of: $value->setting,
                    label: $value->label,
                    text: $value->typed,
                    keypad: $keypad,
                    end: $this->endFor($value->setting),
                );
            }
        }

        return $keys;
    }

    /** What the unit may be called by where it is told its name and cannot be: the end of its address. */
    private function endFor(string $setting): string
    {
        $isName = SettingType::Host === $this->settings->setting($this->device, $setting)?->type
            || \in_array($this->settings->setting($this->device, $setting)?->computed, ['{@host}', '{@name}'], true);

        return $isName ? (string) $this->device->primaryAddress()?->address->lastOctet() : '';
    }

    /** A text with the plan's values in its braces; what is not known stands there as open. */
    public function said(string $text): string
    {
        $known = [];
        foreach (Template::names($text) as $name) {
            $value = str_starts_with($name, '@')
                ? $this->settings->facts->value($this->device, substr($name, 1))
                : $this->value($name)?->shown();
            $said = \is_array($value) ? implode(', ', $value) : (string) $value;
            $known['{'.$name.'}'] = '' === $said ? self::OPEN : $said;
        }

        return strtr($text, $known);
    }

    /**
     * @param list<string> $texts
     *
     * @return list<string>
     */
    public function saidAll(array $texts): array
    {
        return array_map($this->said(...), $texts);
    }

    /** @return list<Port> its sockets, with what the plan connects to them */
    public function ports(): array
    {
        return PlannedPorts::ports($this->settings->job, $this->device);
    }

    /** @return list<Licence> */
    public function licences(): array
    {
        return $this->licences->licencesOf($this->device);
    }
}
