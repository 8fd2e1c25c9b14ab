<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Dng\FindsExif;

/** ExifTool puts a raw's Exif and maker note into a TIFF structure of its own, offsets in the note put right for it. */
final readonly class ExifWithExifTool implements FindsExif
{
    private const SECONDS = 30.0;
    private const MOST_BYTES = 16_000_000;

    public function __construct(private Filesystem $files)
    {
    }

    public function in(string $raw): ?string
    {
        $real = realpath($raw);
        if (false === $real) {
            return null;
        }
        $folder = $this->files->tempnam(sys_get_temp_dir(), 'ledger-exif-');
        $this->files->remove($folder);
        $this->files->mkdir($folder, 0o700);
        $made = "$folder/made.exif";
        try {
            // Under a name of ours: in the name of what is read a percent sign begins a code of ExifTool's.
            $this->files->symlink($real, "$folder/raw");
            $process = new Process([...Confined::to(ExifToolProcess::BYTES), 'exiftool', '-q', '-m', '-tagsFromFile', "$folder/raw", '-exif:all', '-makernotes', '-unsafe', '-o', $made], null, null, null, self::SECONDS);
            $process->run();

            return $process->isSuccessful() && is_file($made) && filesize($made) < self::MOST_BYTES ? (string) file_get_contents($made) : null;
        } catch (ProcessTimedOutException) {
            return null;
        } finally {
            $this->files->remove($folder);
        }
    }
}
