<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use VelvetLedger\Core\Survival\DumpDocument;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Server\Persistence\Survival\DumpRepository;
use VelvetLedger\Server\Tools\PgPrograms;

/** Restores a dump into a database beside the ledger's, and holds it against what must be in it. */
final readonly class RestoresBeside
{
    public function __construct(private PgPrograms $programs)
    {
    }

    /**
     * @param string $database that is made anew, whatever a run that was cut left there
     *
     * @return string|null null where all of it is there; else why not
     */
    public function into(string $database, string $file, DumpDocument $document): ?string
    {
        try {
            if (Checksum::ofFile($file) !== $document->checksum) {
                return 'its bytes are not those that were written';
            }
        } catch (CouldNotCopy $broke) {
            return rtrim($broke->reason(), '.');
        }
        $because = $this->programs->drop($database) ?? $this->programs->create($database) ?? $this->programs->restore($file, $database);
        if (null !== $because) {
            return $because;
        }
        $restored = $this->programs->connect($database);
        try {
            return $document->differs(...DumpRepository::contents($restored));
        } finally {
            $restored->close();
        }
    }
}
