<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Back;

/** What became of one row that came back. */
final readonly class BackRow
{
    public const SAME = 'as planned';
    public const CHANGED = 'changed';
    public const REFUSED = 'not taken';

    /** @param list<string> $why what changes, or why it is not taken */
    public function __construct(public int $line, public string $name, public string $does, public array $why) {}
}
