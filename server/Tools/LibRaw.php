<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Dng\CouldNotConvert;

/**
 * LibRaw's programs, each in a process of its own within limits of address space and processor time (setrlimit(2)), in a
 * folder of its own: they write beside the file that they are given, and that is a link there, never the card.
 */
final readonly class LibRaw
{
    private const BYTES = 4_000_000_000;
    private const SECONDS = 120;

    private string $folder;
    private string $link;

    /** @throws CouldNotConvert */
    public function __construct(private string $path, private Filesystem $files)
    {
        $real = realpath($path);
        if (false === $real || !is_file($real)) {
            throw CouldNotConvert::raw($path, 'it is not there, or no file');
        }
        $this->folder = $files->tempnam(sys_get_temp_dir(), 'ledger-raw-');
        $files->remove($this->folder);
        $files->mkdir($this->folder, 0o700);
        $this->link = $this->folder.'/raw';
        symlink($real, $this->link);
    }

    public function __destruct()
    {
        $this->files->remove($this->folder);
    }

    /** The path of what a program wrote beside the raw, ending so. */
    public function made(string $ending): string
    {
        return $this->link.$ending;
    }

    /**
     * @param string ...$command a program and its options; the raw follows
     *
     * @return string what it printed
     *
     * @throws CouldNotConvert
     */
    public function run(string ...$command): string
    {
        $process = new Process([...Confined::to(self::BYTES, self::SECONDS), ...array_values($command), $this->link], $this->folder, ['OMP_NUM_THREADS' => '1', 'LC_ALL' => 'C'], null, 3.0 * self::SECONDS);
        try {
            $process->run();
        } catch (ProcessTimedOutException) {
            throw CouldNotConvert::raw($this->path, 'decoding it took too long');
        }
        if (!$process->isSuccessful()) {
            $lines = explode("\n", trim($process->getErrorOutput()));
            throw CouldNotConvert::raw($this->path, $process->hasBeenSignaled() ? 'decoding it took more time or memory than a raw may' : 'LibRaw cannot decode it'.('' === $lines[0] ? '' : ' ('.str_replace($this->link, basename($this->path), end($lines)).')'));
        }

        return $process->getOutput();
    }
}
