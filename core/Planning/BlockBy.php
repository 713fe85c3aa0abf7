<?php

declare(strict_types=1);

namespace Vorhut\Core\Planning;

/** What stands together in one run of addresses. */
enum BlockBy: string
{
    case Kind = 'kind';
    case Location = 'location';
}
