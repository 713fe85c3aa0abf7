<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Convention\When;
use Vorhut\Core\Profile\Relation\RelationType;
use Vorhut\Core\Profile\Setting\Fact;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Profile\Setting\Template;
use Vorhut\Core\Profile\Step\ProfileStep;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Nearest;
use Vorhut\Core\Record\RawRecord;

/** Checks that what a profile's parts name is in the profile. */
final class ProfileCheck
{
    /** Settings that every unit has, because the plan does. */
    private const OF_THE_PLAN = ['host', 'addressing', 'address', 'mask', 'gateway', 'dns'];

    /** @var array<string, list<string>> ids by sort */
    private array $known;

    /** @var list<FileError> */
    private array $errors = [];

    private function __construct(private readonly DeviceProfile $profile)
    {
        $settings = self::OF_THE_PLAN;
        foreach ($profile->settings as $setting) {
            $settings[] = $setting->id;
            foreach ($setting->times > 0 ? $setting->each() : [] as $one) {
                $settings[] = $one->id;
            }
        }
        $secrets = array_filter($profile->settings, static fn (Setting $s): bool => $s->secret);
        $ways = array_map(static fn (Entrance $e): string => 'password-'.$e->way->value, $profile->entrances);
        $this->known = [
            'secret' => ['password', ...$ways, ...self::ids(array_values($secrets))],
            'setting' => $settings,
            'socket' => self::ids($profile->ports),
            'keypad' => self::ids($profile->keypads),
            'dial' => self::ids($profile->dials),
            'shortcut' => self::ids($profile->shortcuts),
            'capacity' => self::ids($profile->capacities),
            'slot' => self::ids($profile->slots),
            'module' => self::ids($profile->modules),
            'licence' => self::ids($profile->licences),
            'coupling' => self::ids($profile->couplings),
        ];
    }

    /** @throws InvalidFile with every error found */
    public static function check(DeviceProfile $profile, RawRecord $given): void
    {
        if (1 === $profile->version) {
            foreach (['entrances', 'settings', 'steps', 'couplings', 'ports'] as $key) {
                if ($given->has($key) && [] !== $profile->{$key}) {
                    throw $given->refuse($key, 'a key of version 2', 'Say "version": 2.');
                }
            }

            return;
        }
        $check = new self($profile);
        $check->once();
        $check->parts();
        $check->steps();
        $check->couplings();
        if ([] !== $check->errors) {
            throw new InvalidFile($check->errors);
        }
    }

    private function once(): void
    {
        $lists = ['settings', 'ports', 'keypads', 'dials', 'indicators', 'shortcuts', 'capacities', 'slots', 'modules', 'licences'];
        foreach ([...$lists, 'couplings', 'steps'] as $list) {
            $seen = [];
            foreach (self::ids($this->profile->{$list}) as $index => $id) {
                if (isset($seen[$id])) {
                    $path = \sprintf('.%s[%d].id', $list, $index);
                    $this->errors[] = new FileError($path, FileError::show($id), 'an id that stands only once');
                }
                $seen[$id] = true;
            }
        }
    }

    private function parts(): void
    {
        foreach ($this->profile->settings as $index => $setting) {
            $this->whens($setting->when, ".settings[$index]");
            $this->template($setting, ".settings[$index].computed");
        }
        foreach ($this->profile->dials as $index => $dial) {
            $this->known('setting', $dial->setting, ".dials[$index].setting");
        }
        foreach ($this->profile->ports as $index => $port) {
            $this->known('slot', $port->slot, ".ports[$index].slot");
        }
        foreach ($this->profile->slots as $index => $slot) {
            foreach ($slot->takes as $module) {
                $this->known('module', $module, ".slots[$index].takes");
            }
        }
        foreach ($this->profile->secrets as $index => $rule) {
            $this->known('secret', $rule->for, ".secrets[$index].for");
        }
        foreach ($this->profile->licences as $index => $licence) {
            $this->known('capacity', $licence->capacity, ".licences[$index].capacity");
        }
        foreach ($this->profile->firmwareMinima as $index => $minimum) {
            $this->whens($minimum->when, ".firmwareMinima[$index]");
        }
    }

    private function steps(): void
    {
        foreach ($this->profile->steps as $index => $step) {
            $path = ".steps[$index]";
            $stage = WorkStage::tryFrom($step->id);
            if (null !== $stage && $stage !== $step->stage) {
                // A step that is called like a stage stands in for the general step of that stage.
                $allowed = \sprintf('an id that is no other stage\'s, or the stage %s', $stage->value);
                $this->errors[] = new FileError($path.'.id', FileError::show($step->id), $allowed, 'Call the step by what is done at it.');
            }
            foreach (['settings' => 'setting', 'ports' => 'socket', 'shortcuts' => 'shortcut'] as $key => $sort) {
                foreach ($step->{$key} as $at => $id) {
                    $this->known($sort, $id, "$path.{$key}[$at]");
                }
            }
            $this->known('dial', $step->dial, $path.'.dial');
            $this->known('keypad', $step->keypad, $path.'.keypad');
            foreach ($step->record as $at => $record) {
                $this->known('setting', $record->setting, "$path.record[$at].setting");
            }
            foreach ($step->needs as $at => $need) {
                $this->known('coupling', $need->coupling, "$path.needs[$at].coupling");
                $this->known('licence', $need->licence, "$path.needs[$at].licence");
            }
            $this->whens($step->when, $path);
        }
    }

    private function couplings(): void
    {
        foreach ($this->profile->couplings as $index => $coupling) {
            foreach ($coupling->ties as $at => $tie) {
                $path = ".couplings[$index].ties[$at]";
                if (!str_starts_with($tie->mine, '=') && !str_starts_with($tie->mine, '@') && '' !== $tie->mine) {
                    $this->known('setting', $tie->mine, $path.'.mine');
                }
                foreach ([$tie->mine, $tie->theirs] as $of => $reference) {
                    if (str_starts_with($reference, '@') && !Fact::isKnown(substr($reference, 1))) {
                        $key = 0 === $of ? '.mine' : '.theirs';
                        $this->errors[] = new FileError($path.$key, FileError::show($reference), '"@" with one of '.Fact::names());
                    }
                }
                $this->whens($tie->when, $path);
            }
        }
    }

    /** @param list<When> $whens */
    private function whens(array $whens, string $path): void
    {
        foreach ($whens as $at => $when) {
            $this->known('setting', $when->setting, "$path.when[$at].setting");
        }
    }

    private function template(Setting $setting, string $path): void
    {
        foreach (Template::names($setting->computed) as $name) {
            if (str_starts_with($name, '@')) {
                if (!Fact::isKnown(substr($name, 1))) {
                    $this->errors[] = new FileError($path, FileError::show('{'.$name.'}'), 'one of '.Fact::names());
                }
            } elseif ('n' !== $name) {
                $this->known('setting', $name, $path);
            }
        }
    }

    private function known(string $sort, ?string $id, string $path): void
    {
        if (null === $id || \in_array($id, $this->known[$sort], true)) {
            return;
        }
        $near = Nearest::to($id, $this->known[$sort], 3);
        $this->errors[] = new FileError(
            $path,
            FileError::show($id),
            \sprintf('the id of a %s of this profile', $sort),
            null === $near ? \sprintf('There is no %s "%s".', $sort, $id) : \sprintf('Did you mean "%s"?', $near),
        );
    }

    /**
     * @param list<DeviceProfile|RelationType|ProfileStep|Setting|object> $records
     *
     * @return list<string>
     */
    private static function ids(array $records): array
    {
        return array_map(static fn (object $r): string => isset($r->id) && \is_string($r->id) ? $r->id : '', $records);
    }
}
