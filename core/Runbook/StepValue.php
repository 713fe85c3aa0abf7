<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook;

use Vorhut\Core\Profile\Setting\MenuPlace;
use Vorhut\Core\Profile\Setting\Restart;
use Vorhut\Core\Profile\Setting\SettingType;
use Vorhut\Core\Profile\WayIn;
use Vorhut\Core\Setting\SettingValue;

/** A value to be typed at a step. */
final readonly class StepValue implements \JsonSerializable
{
    /**
     * @param string $setting its id
     * @param string $value as people read it; '' for what stays blank or is open
     * @param string $typed as it is typed
     * @param string $note what to know of it: where it stands, what it reads as, what restarts
     */
    public function __construct(
        public string $setting,
        public string $label,
        public string $value,
        public string $typed,
        public string $origin,
        public string $note = '',
        public bool $isSecret = false,
        public bool $isOpen = false,
        /** Chosen from a list or turned, not typed letter by letter. */
        public bool $isChosen = false,
    ) {}

    /** @param WayIn|null $way by which it is typed at this step */
    public static function fromValue(SettingValue $of, ?WayIn $way): self
    {
        $setting = $of->setting;
        $places = array_filter($setting->where, static fn (MenuPlace $p): bool => null === $way || $p->way === $way);
        $place = array_values($places)[0] ?? null;
        $restart = match ($setting->restart) {
            Restart::None => '',
            Restart::Unit => \sprintf('the device restarts, about %d s', $setting->restartSeconds),
            default => 'takes effect when '.$setting->restart->label(),
        };
        $notes = [null === $place ? '' : $place->path, $setting->readsAs, $restart, $setting->why];

        return new self(
            setting: $setting->id,
            label: $setting->name,
            value: $of->isDue() ? '' : self::shown($of),
            typed: $of->text(),
            origin: $of->origin()->value,
            note: implode(' · ', array_filter($notes, static fn (string $n): bool => '' !== $n)),
            isSecret: $setting->secret,
            isOpen: $of->isDue(),
            isChosen: \in_array($setting->type, [SettingType::Choice, SettingType::Flag], true),
        );
    }

    private static function shown(SettingValue $of): string
    {
        return '' === $of->text() ? 'leave blank' : $of->shown();
    }

    /** Something that is no setting of the unit's kind. */
    public static function plain(string $id, string $label, string $value, string $note = ''): self
    {
        return new self(setting: $id, label: $label, value: $value, typed: $value, origin: 'computed', note: $note);
    }

    /** @return array{setting: string, label: string, value: string|null, origin: string} */
    public function jsonSerialize(): array
    {
        return [
            'setting' => $this->setting,
            'label' => $this->label,
            'value' => '' === $this->typed ? null : $this->typed,
            'origin' => $this->origin,
        ];
    }
}
