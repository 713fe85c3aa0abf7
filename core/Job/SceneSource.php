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
            self::Wire => 'captured from the DMX512 input',
            self::Network => 'sent by the lighting software',
            self::Page => 'set on the web page',
        };
    }
}
