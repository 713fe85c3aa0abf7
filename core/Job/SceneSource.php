<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** How a scene comes into its store. */
enum SceneSource: string implements HasLabel
{
    case Wire = 'wire';
    case Network = 'network';
    case Page = 'page';

    public function label(): string
    {
        return match ($this) {
            self::Wire => 'captured from the wire',
            self::Network => 'sent by the desk software',
            self::Page => 'set on its page',
        };
    }
}
