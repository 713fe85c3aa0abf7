<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Bench\ValueStates;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\FormField;
use Vorhut\Core\Constraint\ConstraintChecks;
use Vorhut\Core\Job\Device;
use Vorhut\Core\MidSentence;
use Vorhut\Core\Profile\Relation\Constraint;
use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Profile\Setting\SettingChoice;
use Vorhut\Core\Profile\Setting\Template;
use Vorhut\Core\Relation\RelatedUnit;
use Vorhut\Core\Setting\OriginLink;
use Vorhut\Core\Setting\Settings;
use Vorhut\Core\Setting\SettingValue;

/** The values of a unit with their chains, each to be changed for it, for its kind or for its place. */
final readonly class ValueLines
{
    public function __construct(private ValueStates $states, private Security $security, private UrlGeneratorInterface $urls) {}

    /**
     * @param string $selected the setting that is open
     * @param string $typed what was typed for it and refused
     *
     * @return list<ValueLine>
     */
    public function lines(JobContext $context, Device $device, string $selected, string $typed = ''): array
    {
        $settings = new Settings($context->job);
        $partners = self::partners($settings, $device);
        $states = $this->states->states($context, $device, $settings);
        $isEditor = $this->security->isGranted('ROLE_TECHNICIAN');
        $lines = [];
        foreach ($settings->values($device) as $value) {
            $setting = $value->setting;
            if ($settings->isPlanned($device, $setting)) {
                continue;
            }
            $text = $setting->id === $selected && '' !== $typed ? $typed : $value->text();
            $lines[] = new ValueLine(
                id: $setting->id,
                label: $setting->name,
                value: $value->isOpen() ? ($setting->optional ? 'not set' : 'not set') : self::shown($value),
                origin: $value->origin()->label(),
                isOpen: $value->isDue(),
                isSelected: $setting->id === $selected,
                chain: self::chain($settings->chain($device, $setting), $setting, $value->from),
                partners: $partners[$setting->id] ?? [],
                why: $setting->why,
                fields: $isEditor ? self::fields($context, $device, $setting, $text) : [],
                url: $this->urls->generate('device_value', [
                    'slug' => $context->stored->getSlug(),
                    'id' => $device->id,
                    'setting' => $setting->id,
                ]),
                state: $states[$setting->id] ?? '',
            );
        }

        return $lines;
    }

    private static function shown(SettingValue $value): string
    {
        return match (true) {
            $value->setting->secret => 'in the vault, '.substr($value->text(), \strlen(Allowed::SECRET)),
            '' === $value->text() => 'blank',
            default => $value->shown(),
        };
    }

    /**
     * @param list<OriginLink> $chain
     *
     * @return list<array{origin: string, value: string, said: string, state: string}>
     */
    private static function chain(array $chain, Setting $setting, ?OriginLink $wins): array
    {
        $lines = [];
        $isWon = false;
        foreach ($chain as $link) {
            if (null === $link->value) {
                continue;
            }
            $isIt = !$isWon && $link->gives() && $link->origin === $wins?->origin;
            $isWon = $isWon || $isIt;
            $lines[] = [
                'origin' => $link->origin->label(),
                'value' => $setting->secret ? 'in the vault' : Allowed::shown($setting, $link->value),
                'said' => $link->said,
                'state' => match (true) {
                    null !== $link->refused => 'refused; allowed: '.$link->refused,
                    $isIt => 'in effect',
                    default => '',
                },
            ];
        }

        return $lines;
    }

    /** @return array<string, list<array{text: string, holds: string}>> by setting */
    private static function partners(Settings $settings, Device $device): array
    {
        $pairings = new ConstraintChecks($settings);
        $partners = [];
        foreach ($settings->couplings->with($device) as $coupled) {
            foreach ($pairings->checks($coupled) as $state) {
                $partners[self::own($settings, $coupled, $device, $state->tie)][] = [
                    'text' => $state->said(),
                    'holds' => match ($state->holds) {
                        true => 'agrees',
                        false => 'mismatch',
                        null => 'open',
                    },
                ];
            }
        }

        return $partners;
    }

    private static function own(Settings $settings, RelatedUnit $coupled, Device $device, Constraint $tie): string
    {
        if ($coupled->from->id !== $device->id) {
            return (string) $settings->theirs($coupled, $tie);
        }

        // A fixed value depends on the setting that says which of the partner's it is about.
        return null === $settings->setting($device, $tie->mine) ? Template::names($tie->theirs)[0] ?? $tie->mine : $tie->mine;
    }

    /** @return list<FormField> */
    private static function fields(JobContext $context, Device $device, Setting $setting, string $text): array
    {
        $options = array_combine(
            array_map(static fn (SettingChoice $c): string => $c->value, $setting->choices),
            array_map(static fn (SettingChoice $c): string => $c->label, $setting->choices),
        );
        $isList = [] === $options || $setting->list;
        $scopes = ['unit' => 'for this device', 'kind' => 'for all '.MidSentence::label($context->job->profileOf($device)->plural)];
        $place = $context->job->locations[$device->location]->name ?? null;
        $scopes += null === $place ? [] : ['place' => 'for all in '.$place];
        $reason = $device->reasons[$setting->id] ?? '';

        return [
            new FormField(
                name: 'value',
                label: 'Value',
                value: $text,
                control: $isList ? 'text' : 'select',
                technical: true,
                options: $isList ? [] : ['' => ''] + $options,
            ),
            new FormField(name: 'scope', label: 'Applies to', value: 'unit', control: 'select', options: $scopes),
            new FormField('reason', 'Reason', \is_string($reason) ? $reason : ''),
        ];
    }
}
