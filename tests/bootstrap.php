<?php

declare(strict_types=1);

require dirname(__DIR__).'/vendor/autoload.php';
umask(0o022);
putenv('TZ=UTC'); // times of files that tests put down are read in one zone, wherever they run
