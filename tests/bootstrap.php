<?php

declare(strict_types=1);

require dirname(__DIR__).'/vendor/autoload.php';
umask(0o022);
putenv('TZ=UTC'); // times of files that tests put down are read in one zone, wherever they run

// Of several processes each has a home and a database of its own, which ops/test.sh made: ledger_test_2 for the second.
$process = getenv('TEST_TOKEN');
if (is_string($process) && '' !== $process) {
    foreach (['LEDGER_HOME' => getenv('LEDGER_HOME').'/'.$process, 'DATABASE_URL' => preg_replace('#/ledger_test(?=\?)#', '$0_'.$process, (string) getenv('DATABASE_URL'))] as $name => $value) {
        putenv("$name=$value");
        $_ENV[$name] = $_SERVER[$name] = $value;
    }
}
