<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** The core knows neither framework nor database nor other processes; the server knows the core; only the demo draws. */
final class InwardArrowsTest extends TestCase
{
    private const PROCESS_CALLS = '/(?<![\w>:])(?:exec|shell_exec|system|passthru|proc_open|popen|pcntl_\w+|curl_\w+|fsockopen|stream_socket_client)\s*\(/';

    /** @param list<string> $allowed beginnings of names that may be imported */
    #[TestWith(['core', ['VelvetLedger\Core\\']])]
    #[TestWith(['server', ['VelvetLedger\Core\\', 'VelvetLedger\Server\\', 'Symfony\\', 'Doctrine\\', 'Psr\\', 'Monolog\\']])]
    #[TestWith(['demo', ['VelvetLedger\Core\\', 'VelvetLedger\Demo\\']])]
    public function testImportsPointInward(string $room, array $allowed): void
    {
        $wrong = [];
        foreach (self::sources($room) as $file => $code) {
            preg_match_all('/(?:^use (?:function |const )?|\\\\(?=(?:VelvetLedger|Symfony|Doctrine|Psr)\\\\))([A-Z][\w\\\\]*)/m', $code, $found);
            foreach ($found[1] as $name) {
                $isGlobal = !str_contains($name, '\\');
                if (!$isGlobal && [] === array_filter($allowed, static fn (string $beginning): bool => str_starts_with($name, $beginning))) {
                    $wrong[] = "$file uses $name";
                }
            }
        }
        self::assertSame([], $wrong);
    }

    public function testTheCoreStartsNoProcessAndSpeaksToNoNetwork(): void
    {
        foreach (self::sources('core') as $file => $code) {
            self::assertDoesNotMatchRegularExpression(self::PROCESS_CALLS, $code, $file);
        }
    }

    /** @return iterable<string, string> file => code */
    private static function sources(string $room): iterable
    {
        $root = \dirname(__DIR__, 2);
        $files = new \RegexIterator(new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator("$root/$room", \FilesystemIterator::SKIP_DOTS)), '/\.php$/');
        foreach ($files as $file) {
            if ($file instanceof \SplFileInfo) {
                yield substr($file->getPathname(), \strlen($root) + 1) => (string) file_get_contents($file->getPathname());
            }
        }
    }
}
