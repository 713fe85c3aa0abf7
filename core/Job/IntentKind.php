<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

/** What one party wants of another. */
enum IntentKind: string
{
    case Reach = 'reach';
    case Discover = 'discover';
    case Manage = 'manage';
    case Register = 'register';
    case Call = 'call';
    case Stream = 'stream';
    case Page = 'page';
    case Time = 'time';

    public function verb(): string
    {
        return match ($this) {
            self::Reach => 'reaches',
            self::Discover => 'finds',
            self::Manage => 'finds and manages',
            self::Register => 'registers at',
            self::Call => 'calls',
            self::Stream => 'streams to',
            self::Page => 'pages',
            self::Time => 'takes its time from',
        };
    }
}
