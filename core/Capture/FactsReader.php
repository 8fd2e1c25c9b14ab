<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Format\NoPicture;

/** Says what the camera recorded in a still's file. */
interface FactsReader
{
    /**
     * @throws NoPicture    when there is nothing of a picture in the file
     * @throws BrokenFile   when the bytes are not those of a still that this reader knows
     * @throws CouldNotRead when the file system does not give the bytes
     */
    public function read(string $path): CaptureFacts;
}
