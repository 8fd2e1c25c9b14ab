<?php

declare(strict_types=1);

use Symfony\Component\HttpFoundation\Request;
use VelvetLedger\Server\Kernel;

require dirname(__DIR__).'/vendor/autoload.php';

$environment = getenv('APP_ENV');
$kernel = new Kernel(is_string($environment) ? $environment : 'prod', false);
$request = Request::createFromGlobals();
$response = $kernel->handle($request);
$response->send();
$kernel->terminate($request, $response);
