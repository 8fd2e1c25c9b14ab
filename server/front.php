<?php

declare(strict_types=1);

use Symfony\Component\HttpFoundation\Request;
use VelvetLedger\Server\Kernel;

require dirname(__DIR__).'/vendor/autoload.php';

gc_disable(); // a request ends before its cycles would matter, and looking for them in the frames of a whole card costs a third of its plan
$environment = getenv('APP_ENV');
$kernel = new Kernel(is_string($environment) ? $environment : 'prod', false);
$request = Request::createFromGlobals();
$response = $kernel->handle($request);
$response->send();
$kernel->terminate($request, $response);
