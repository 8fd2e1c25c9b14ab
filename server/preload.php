<?php

declare(strict_types=1);

/** What php-fpm loads as it starts: the classes that call the C library. Where ffi.enable is "preload", no other code of a request may (php.net/ffi.configuration). */
$root = dirname(__DIR__);
foreach (['core/Card/ListsFolder', 'core/Transfer/Medium', 'core/Transfer/Exchanges', 'core/Transfer/KernelRename', 'server/Tools/FineTimes', 'server/Tools/PageCache', 'server/Tools/ListsWithLibrary'] as $class) {
    opcache_compile_file("$root/$class.php");
}
