<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stamps;

use VelvetLedger\Core\Stamp\Written;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Core\Transfer\WrittenFile;

/** A card's picture with its stamp in it, in the scratch folder: it is copied in the picture's place. */
final readonly class StampedCardPicture
{
    /**
     * @param SourceFile  $original the picture on the card
     * @param WrittenFile $read     what was read of it there
     * @param string      $picture  digest of its coded pictures, see CodedPicture
     */
    public function __construct(public string $path, public int $bytes, public SourceFile $original, public WrittenFile $read, public Written $written, public int $revision, public string $picture)
    {
    }

    public function source(): SourceFile
    {
        return new SourceFile($this->path, $this->bytes, $this->original->modifiedAt);
    }
}
