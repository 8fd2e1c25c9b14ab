<?php

declare(strict_types=1);

use Symfony\Bundle\FrameworkBundle\Console\Application;
use VelvetLedger\Server\Kernel;

require dirname(__DIR__).'/vendor/autoload.php';

$environment = getenv('APP_ENV');
$application = new Application(new Kernel(is_string($environment) ? $environment : 'prod', false));
$application->setName('Velvet Ledger');
$application->run();
