<?php

declare(strict_types=1);

use Symfony\Component\HttpFoundation\Request;
use Vorhut\App\Boot;

require dirname(__DIR__).'/vendor/autoload.php';
$kernel = Boot::kernel();
$request = Request::createFromGlobals();
$response = $kernel->handle($request);
$response->send();
$kernel->terminate($request, $response);
