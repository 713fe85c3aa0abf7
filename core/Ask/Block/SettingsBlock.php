<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Block;

use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Ask\AskItem;
use Vorhut\Core\Ask\Target\SettingAnswer;
use Vorhut\Core\Job\Answer;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Setting\Origin;
use Vorhut\Core\Setting\SettingValue;

/**
 * Values that a kind of unit says somebody outside must supply: asked once for all units of the kind, unless each network or each unit
 * needs its own.
 */
final class SettingsBlock implements Block
{
    public function items(AskContext $asked): iterable
    {
        $groups = [];
        foreach ($asked->job->devices as $device) {
            foreach ($asked->settings->some($device, static fn (Setting $s): bool => null !== $s->ask) as $value) {
                if (!$value->isOpen() && Origin::Answer !== $value->origin()) {
                    continue;
                }
                $own = null === $value->setting->free ? self::network($device, $value->setting) : $device->id;
                $answer = Origin::Answer === $value->origin() ? (string) $value->from?->record : '';
                $groups[$value->setting->id.' '.$device->profile.' '.$answer.' '.$own][] = [$device, $value];
            }
        }
        $ids = [];
        foreach ($groups as $group) {
            $item = self::item($asked, $group);
            $ids[$item->id] = ($ids[$item->id] ?? 0) + 1;
            yield 1 === $ids[$item->id] ? $item : $item->numbered($ids[$item->id]);
        }
    }

    /** @param non-empty-list<array{Device, SettingValue}> $group */
    private static function item(AskContext $asked, array $group): AskItem
    {
        [$device, $value] = $group[0];
        $setting = $value->setting;
        $profile = $asked->job->profileOf($device);
        $isOwn = null !== $setting->free;
        $network = $isOwn ? '' : self::network($device, $setting);
        $segment = $asked->job->segments[$network] ?? null;
        \assert(null !== $setting->ask);
        $record = explode('/', (string) $value->from?->record)[1] ?? '';
        $answer = $asked->job->all(Answer::class)[$record] ?? null;

        return new AskItem(
            id: \sprintf(
                'setting.%s.%s',
                $setting->id,
                $isOwn ? $device->id : $device->profile,
            ).(null === $segment ? '' : '.'.$segment->id),
            who: $setting->ask,
            block: $profile->plural,
            what: match (true) {
                $isOwn => \sprintf('%s of %s', $setting->name, $device->name),
                null !== $segment => \sprintf('%s, in %s', $setting->name, $segment->name),
                default => $setting->name,
            },
            units: array_column($group, 0),
            form: Allowed::says($setting),
            why: $setting->why,
            blocks: self::typing($profile, $setting),
            filling: new SettingAnswer($setting, $device->profile, $isOwn ? $device->id : null, $segment?->id),
            answer: $value->shown(),
            by: (string) $answer?->by,
            on: $answer?->on,
        );
    }

    /** The network that has a value of its own; '' where all have the same. */
    private static function network(Device $device, Setting $setting): string
    {
        return $setting->perSegment ? (string) ($device->interfaces[0]->segment ?? '') : '';
    }

    /** @return list<string> the steps that type it */
    private static function typing(DeviceProfile $profile, Setting $setting): array
    {
        if ($setting->optional) {
            return [];
        }
        foreach ($profile->steps as $step) {
            if (\in_array($setting->id, $step->settings, true)) {
                return [$step->title];
            }
        }

        return [$setting->stage->label()];
    }
}
