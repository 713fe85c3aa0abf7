<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

/** What a journal entry is about. */
enum ChangeKind: string
{
    case Do = 'do';
    case Undo = 'undo';
    case Redo = 'redo';
}
