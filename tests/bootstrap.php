<?php

declare(strict_types=1);

require dirname(__DIR__).'/vendor/autoload.php';
umask(0o022);
