<?php

declare(strict_types=1);

use Vorhut\App\Boot;

require dirname(__DIR__).'/vendor/autoload.php';
Boot::kernel('test');
