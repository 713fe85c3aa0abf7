<?php

declare(strict_types=1);

use Vorhut\App\Boot;

require dirname(__DIR__).'/vendor/autoload.php';
// Processes that run beside each other keep their caches apart.
$token = getenv('TEST_TOKEN');
if (false !== $token) {
    $_SERVER['APP_CACHE_DIR'] = 'var/cache/'.$token;
    putenv('APP_CACHE_DIR=var/cache/'.$token);
}
Boot::kernel('test');
