<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

enum Expectation: string
{
    case Must = 'must';
    case MustNot = 'must-not';
}
