<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\HasLabel;

/** Where a unit's settings can be entered. */
enum WayIn: string implements HasLabel
{
    case Page = 'page';
    case SecurePage = 'secure-page';
    case Keypad = 'keypad';
    case ScreenMenu = 'screen-menu';
    case Remote = 'remote';
    case Console = 'console';
    case KeyboardAndScreen = 'keyboard-and-screen';
    case Software = 'software';
    case LabelName = 'label-name';
    case Hands = 'hands';

    public function label(): string
    {
        return match ($this) {
            self::Page => 'web page (HTTP)',
            self::SecurePage => 'web page (HTTPS)',
            self::Keypad => 'keypad',
            self::ScreenMenu => 'on-screen menu',
            self::Remote => 'remote control',
            self::Console => 'console',
            self::KeyboardAndScreen => 'keyboard and screen',
            self::Software => 'software on a computer',
            self::LabelName => 'host name on the label',
            self::Hands => 'local controls',
        };
    }

    /** Works with hands on the unit, without any network. */
    public function isAtTheUnit(): bool
    {
        return \in_array(
            $this,
            [self::Keypad, self::ScreenMenu, self::Remote, self::Console, self::KeyboardAndScreen, self::Hands],
            true,
        );
    }
}
