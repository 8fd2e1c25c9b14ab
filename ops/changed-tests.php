<?php

declare(strict_types=1);

/*
 * usage: php ops/changed-tests.php FILE... > phpunit.xml
 * A configuration of PHPUnit with the tests that reach these files by what they import, the nearest first, as many as there
 * is time for: each is known by the last whole run (var/phpunit.xml). What there was no time for is counted on stderr.
 */

const SECONDS = 50.0; // of all processes together
const UNKNOWN = 2.0;

$root = dirname(__DIR__);
$files = [];
foreach (['core', 'server', 'demo', 'bench', 'tests'] as $part) {
    foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator("$root/$part", FilesystemIterator::SKIP_DOTS)) as $file) {
        $path = $file instanceof SplFileInfo && 'php' === $file->getExtension() ? substr($file->getPathname(), strlen($root) + 1) : '';
        if ('' !== $path) {
            $files[$path] = (string) file_get_contents("$root/$path");
        }
    }
}
$classes = [];
foreach ($files as $path => $source) {
    if (1 === preg_match('/^namespace ([\w\\\\]+);/m', $source, $namespace)) {
        $classes[$namespace[1].'\\'.basename($path, '.php')] = $path;
    }
}
$usedBy = [];
foreach ($files as $path => $source) {
    preg_match('/^namespace ([\w\\\\]+);/m', $source, $namespace);
    preg_match_all('/^use ([\w\\\\]+);/m', $source, $imports);
    preg_match_all('/\b[A-Z]\w+\b/', $source, $words); // those of its own namespace need no import
    foreach (array_unique([...$imports[1], ...array_map(static fn (string $word): string => ($namespace[1] ?? '').'\\'.$word, $words[0])]) as $class) {
        if (isset($classes[$class]) && $classes[$class] !== $path) {
            $usedBy[$classes[$class]][] = $path;
        }
    }
}
// A controller is reached by its routes' addresses.
foreach ($files as $path => $source) {
    preg_match_all("/#\\[Route\\('([^'{]+)/", $source, $routes);
    foreach ([] === $routes[1] ? [] : $files as $test => $said) {
        if (str_ends_with($test, 'Test.php') && (str_contains($said, '*Controller.php') || [] !== array_filter(array_unique($routes[1]), static fn (string $route): bool => str_contains($said, $route)))) {
            $usedBy[$path][] = $test;
        }
    }
}
$distance = array_fill_keys(array_intersect(array_slice($argv, 1), array_keys($files)), 0);
for ($next = array_keys($distance); [] !== $next; $next = $found) {
    $found = [];
    foreach ($next as $path) {
        foreach ($usedBy[$path] ?? [] as $user) {
            if (!isset($distance[$user])) {
                $distance[$user] = $distance[$path] + 1;
                $found[] = $user;
            }
        }
    }
}
$seconds = [];
foreach (@simplexml_load_file("$root/var/phpunit.xml")?->xpath('//testcase') ?: [] as $case) {
    $seconds[(string) $case['file']] = ($seconds[(string) $case['file']] ?? 0.0) + (float) $case['time'];
}
$tests = array_filter($distance, static fn (string $path): bool => str_ends_with($path, 'Test.php'), ARRAY_FILTER_USE_KEY);
$takes = static fn (string $path): float => $seconds["$root/$path"] ?? UNKNOWN;
uksort($tests, static fn (string $a, string $b): int => $tests[$a] <=> $tests[$b] ?: $takes($a) <=> $takes($b));
$left = SECONDS * max(1, (int) shell_exec('nproc')) ;
$taken = [];
foreach (array_keys($tests) as $path) {
    if ([] === $taken || $takes($path) <= $left) {
        $taken[] = $path;
        $left -= $takes($path);
    }
}
fwrite(STDERR, sprintf("%d of %d test classes that reach what changed; the others wait for bin/ledger test.\n", count($taken), count($tests)));
printf("<phpunit bootstrap=\"%s/tests/bootstrap.php\" cacheDirectory=\"%s/var/phpunit\" failOnWarning=\"true\" failOnRisky=\"true\" failOnDeprecation=\"true\" failOnNotice=\"true\"><testsuites><testsuite name=\"changed\">%s</testsuite></testsuites><php><server name=\"KERNEL_CLASS\" value=\"VelvetLedger\\Server\\Kernel\"/></php></phpunit>\n", $root, $root, implode('', array_map(static fn (string $path): string => "<file>$root/$path</file>", $taken)));
