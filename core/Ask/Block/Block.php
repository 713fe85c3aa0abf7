<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Block;

use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Ask\AskItem;

/** Questions of one sort; a new sort is one class in this folder. */
interface Block
{
    /** @return iterable<AskItem> */
    public function items(AskContext $asked): iterable;
}
