<?php

declare(strict_types=1);

namespace Vorhut\Core\Secret;

use Vorhut\Core\Convention\PasswordConvention;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Keypad\Keypad;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\Entrance;
use Vorhut\Core\Profile\LoginScheme;
use Vorhut\Core\Profile\SecretAlphabet;
use Vorhut\Core\Profile\SecretRule;
use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Profile\WayIn;
use Vorhut\Core\Setting\Settings;

/** Which secrets the units of a plan need: one for each unit and login, and those that settings name. */
final readonly class SecretNeeds
{
    public const PASSWORD = 'password';

    public function __construct(private Settings $settings) {}

    /** @return array<string, SecretNeed> by name, in the order of the plan */
    public function all(): array
    {
        $needs = [];
        foreach ($this->settings->job->devices as $device) {
            foreach ($this->needs($device) as $need) {
                $needs[$need->name] = isset($needs[$need->name]) ? $needs[$need->name]->shared($need) : $need;
            }
        }

        return $needs;
    }

    /** @return list<SecretNeed> of one unit */
    public function needs(Device $device): array
    {
        $profile = $this->settings->job->profileOf($device);
        $needs = \in_array('secure', $profile->omits, true) ? [] : self::logins($this->settings->job, $device);
        foreach ($this->settings->some($device, static fn (Setting $s): bool => $s->secret) as $value) {
            $name = $value->text();
            if (str_starts_with($name, Allowed::SECRET)) {
                $of = $value->setting;
                $rule = self::rule($profile, $of->id, null);
                $needs[] = new SecretNeed(
                    name: substr($name, \strlen(Allowed::SECRET)),
                    label: $of->name,
                    devices: [$device],
                    rule: $rule,
                    keypad: null,
                    isLogin: false,
                );
            }
        }

        foreach ($this->settings->facts->extensionsOf($device) as $extension) {
            $needs[] = RegistrationSecrets::need($this->settings->job, $device, $extension);
        }

        return array_values(array_filter($needs));
    }

    /** @return list<SecretNeed> one for each way in that lets nobody in without */
    public static function logins(Job $job, Device $device): array
    {
        $profile = $job->profileOf($device);
        if ([] === $device->interfaces && [] === $profile->entrances) {
            return [];
        }
        $logins = self::asking($profile);
        $needs = [];
        foreach ([] === $logins ? [$profile->entrances[0] ?? null] : $logins as $number => $entrance) {
            $for = 0 === $number || null === $entrance ? self::PASSWORD : self::PASSWORD.'-'.$entrance->way->value;
            $keypad = true === $entrance?->way->isAtTheUnit() ? $profile->keypads[0] ?? null : null;
            $label = 0 === $number || null === $entrance ? 'Password' : \sprintf('Password, %s', $entrance->way->label());
            $rule = self::rule($profile, $for, $keypad, $entrance);
            $needs[] = new SecretNeed(
                name: self::name($job, $device, $for),
                label: $label,
                devices: [$device],
                rule: $rule,
                keypad: $keypad,
                isLogin: true,
            );
        }

        return $needs;
    }

    /** @return list<Entrance> those that ask for something; ways in with one and the same login count once */
    private static function asking(DeviceProfile $profile): array
    {
        $asking = [];
        foreach ($profile->entrances as $entrance) {
            $isOne = LoginScheme::None !== $entrance->scheme && !\in_array($entrance->way, [WayIn::LabelName, WayIn::Hands], true);
            if ($isOne) {
                $asking[$entrance->scheme->value.' '.$entrance->login] ??= $entrance;
            }
        }

        return array_values($asking);
    }

    private static function name(Job $job, Device $device, string $for): string
    {
        $isShared = PasswordConvention::PerKind === $job->info->schools->passwords;

        return ($isShared ? 'kind/'.$device->profile : $device->id).'/'.$for;
    }

    /** What the kind says of it; else a code of digits where a code is asked for, letters that are quickly typed on keys, or both. */
    private static function rule(DeviceProfile $profile, string $for, ?Keypad $keypad, ?Entrance $entrance = null): SecretRule
    {
        foreach ($profile->secrets as $rule) {
            if ($rule->for === $for) {
                return $rule;
            }
        }

        return match (true) {
            LoginScheme::Code === $entrance?->scheme => new SecretRule($for, SecretAlphabet::Digits, 4, 8),
            null !== $keypad => new SecretRule($for, SecretAlphabet::LowerDigits, 8, 10),
            default => new SecretRule($for, SecretAlphabet::LettersDigits, 8, 14),
        };
    }
}
