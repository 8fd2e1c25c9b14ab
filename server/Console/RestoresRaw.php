<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Dng\CouldNotConvert;
use VelvetLedger\Core\Dng\EmbeddedOriginal;
use VelvetLedger\Core\Transfer\SystemReason;

/** Writes the raw that is in a DNG as a file again, under its own name; what stands there stays. */
final class RestoresRaw
{
    /**
     * @return array<string, string|int>
     *
     * @throws CouldNotConvert
     */
    public function restore(string $dng, string $folder): array
    {
        $temporary = rtrim($folder, '/').'/.'.basename($dng).'.restoring';
        @unlink($temporary);
        error_clear_last();
        $out = @fopen($temporary, 'x');
        if (false === $out) {
            throw CouldNotConvert::notWritten($temporary, SystemReason::last());
        }
        try {
            $name = EmbeddedOriginal::restore($dng, static function (string $piece) use ($out, $temporary): void {
                if (\strlen($piece) !== @fwrite($out, $piece)) {
                    throw CouldNotConvert::notWritten($temporary, 'the drive took no more');
                }
            });
            // The name is the file's word: it leads nowhere but into this folder.
            $to = rtrim($folder, '/').'/'.('' === trim(basename($name), '.') ? 'original.raw' : basename($name));
            if (!fflush($out) || !fsync($out) || !@link($temporary, $to) && (file_exists($to) || is_link($to) || !@rename($temporary, $to))) {
                throw CouldNotConvert::notWritten($to, file_exists($to) || is_link($to) ? 'a file stands there already' : 'the drive refused it');
            }

            return ['made' => PathText::of($to), 'bytes' => (int) filesize($to), 'verdict' => 'restored'];
        } finally {
            fclose($out);
            @unlink($temporary);
        }
    }
}
