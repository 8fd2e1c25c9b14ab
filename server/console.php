<?php

declare(strict_types=1);

use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Application as PlainApplication;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Capture\FirstThatReads;
use VelvetLedger\Server\Console\ReadCommand;
use VelvetLedger\Server\Kernel;
use VelvetLedger\Server\Tools\ExifToolReader;

require dirname(__DIR__).'/vendor/autoload.php';

if ('read' === ($argv[1] ?? null)) {
    // Needs nothing of the ledger, nor a container: it is at its first file before one would have begun.
    $command = new ReadCommand(new FirstThatReads(new CoreFactsReader(), new ExifToolReader()));
    $plain = new PlainApplication('Velvet Ledger');
    $plain->add($command);
    $plain->run();
}
$environment = getenv('APP_ENV');
$application = new Application(new Kernel(is_string($environment) ? $environment : 'prod', false));
$application->setName('Velvet Ledger');
$application->run();
