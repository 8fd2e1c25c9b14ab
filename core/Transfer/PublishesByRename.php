<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** By a rename that fails where the name exists (rename(2), RENAME_NOREPLACE): one step, whole or not at all, also where there are no links. */
final readonly class PublishesByRename implements Publisher
{
    /** @param Publisher $otherwise where the system or the file system does not know it, as on some network drives */
    public function __construct(private Publisher $otherwise, private KernelRename $kernel = new KernelRename())
    {
    }

    public function publish(string $temporary, string $final): void
    {
        if (!$this->kernel->rename($temporary, $final, KernelRename::NOREPLACE)) {
            $this->otherwise->publish($temporary, $final); // which says why, where it is refused too
        }
    }
}
