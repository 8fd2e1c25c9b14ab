<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Stamps;

use VelvetLedger\Core\Stamp\Written;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Server\Persistence\Shoots\Making;

/** A file with its stamp in it, on its way to the stores: in the scratch folder, or a sidecar's text. */
final readonly class StampedFile
{
    /**
     * @param FileToStamp|null $file     that it takes the place of; null for a sidecar that is new
     * @param string           $ending   of its name, behind the frame's stem
     * @param SourceFile       $made     of ours, whole
     * @param list<string>     $replaces checksums of the files that it may take the place of
     * @param string|null      $picture  digest of its coded pictures; null for a sidecar
     */
    public function __construct(public FrameToStamp $frame, public ?FileToStamp $file, public string $ending, public SourceFile $made, public array $replaces, public Written $written, public ?string $picture = null)
    {
    }

    public function bytes(): int
    {
        return $this->made->bytes;
    }

    /** XXH128. */
    public function checksum(): string
    {
        return (string) $this->made->checksum;
    }

    public function path(): string
    {
        return $this->frame->path($this->ending);
    }

    public function making(): Making
    {
        return match ($this->file?->making) {
            null, Making::Sidecar => Making::Sidecar,
            Making::Dng => Making::Dng,
            default => Making::Stamped,
        };
    }

    /** Nothing is to be written: it says already what it should. */
    public function isAsItWas(): bool
    {
        return $this->file?->checksum === $this->checksum();
    }
}
