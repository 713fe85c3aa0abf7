<?php

declare(strict_types=1);

namespace Vorhut\App;

use Symfony\Component\Dotenv\Dotenv;
use Symfony\Component\ErrorHandler\Debug;

/** Makes the kernel for the web, the console and tests. */
final class Boot
{
    public static function kernel(?string $env = null, ?bool $debug = null): Kernel
    {
        if (null !== $env) {
            $_SERVER['APP_ENV'] = $_ENV['APP_ENV'] = $env;
        }
        if (null !== $debug) {
            $_SERVER['APP_DEBUG'] = $_ENV['APP_DEBUG'] = $debug ? '1' : '0';
        }
        (new Dotenv())->bootEnv(\dirname(__DIR__).'/.env');
        $env = $_SERVER['APP_ENV'] ?? 'prod';
        $debug = filter_var($_SERVER['APP_DEBUG'] ?? false, \FILTER_VALIDATE_BOOL);
        if ($debug) {
            umask(0o022);
            if ('test' !== $env) {
                Debug::enable();
            }
        }

        return new Kernel(\is_string($env) ? $env : 'prod', $debug);
    }
}
