<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use Symfony\Component\Process\Process;
use VelvetLedger\Core\Transfer\ForgetsCache;

/**
 * Asks the kernel to forget a file's pages with coreutils' dd ("iflag=nocache count=0" advises
 * POSIX_FADV_DONTNEED for the whole file). Where dd cannot, the file is read back from memory.
 */
final class DropsCacheWithDd implements ForgetsCache
{
    public function forget(string $path): void
    {
        (new Process(['dd', 'if='.$path, 'iflag=nocache', 'count=0', 'status=none']))->run();
    }
}
