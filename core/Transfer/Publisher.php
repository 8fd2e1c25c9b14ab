<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** Gives a finished file its final name, never in another file's place. Who asks for it flushes the folder, once for many. */
interface Publisher
{
    /**
     * @param string $temporary absolute, in the folder of the final name; it is gone afterwards
     *
     * @throws CouldNotPublish the temporary file stays, nothing new stands under the final name
     */
    public function publish(string $temporary, string $final): void;
}
