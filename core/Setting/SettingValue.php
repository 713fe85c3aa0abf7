<?php

declare(strict_types=1);

namespace Vorhut\Core\Setting;

use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Profile\Setting\Setting;

/** The value that a unit is to have in one of its settings, and where it comes from. */
final readonly class SettingValue
{
    /** @param OriginLink|null $from null where it is open */
    public function __construct(public Setting $setting, public ?OriginLink $from) {}

    public function value(): mixed
    {
        return $this->from?->value;
    }

    public function origin(): Origin
    {
        return null === $this->from ? Origin::Open : $this->from->origin;
    }

    public function isOpen(): bool
    {
        return null === $this->from;
    }

    /** Open, and somebody has to say what it is. */
    public function isDue(): bool
    {
        return $this->isOpen() && !$this->setting->optional;
    }

    /** As it is typed; '' where it is open. */
    public function text(): string
    {
        return Allowed::text($this->value());
    }

    /** As people read it, with the unit or as the menu says it. */
    public function shown(): string
    {
        return Allowed::shown($this->setting, $this->value());
    }
}
