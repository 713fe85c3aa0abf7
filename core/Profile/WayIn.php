<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

/** Where a unit's settings can be entered. */
enum WayIn: string
{
    case Page = 'page';
    case SecurePage = 'secure-page';
    case Keypad = 'keypad';
    case ScreenMenu = 'screen-menu';
    case Console = 'console';
    case LabelName = 'label-name';

    /** Works with hands on the unit, without any network. */
    public function isAtTheUnit(): bool
    {
        return self::Keypad === $this || self::ScreenMenu === $this || self::Console === $this;
    }
}
