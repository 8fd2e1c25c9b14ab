<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** By a hard link, which fails where the name exists (IEEE 1003.1, link): one step, whole or not at all. */
final readonly class PublishesByLink implements Publisher
{
    /** @param Publisher|null $otherwise where the file system has no links: FAT, exFAT, some network drives */
    public function __construct(private ?Publisher $otherwise = null)
    {
    }

    public function publish(string $temporary, string $final): void
    {
        error_clear_last();
        if (@link($temporary, $final)) {
            @unlink($temporary);

            return;
        }
        $reason = SystemReason::last();
        clearstatcache(true, $final);
        if (null === $this->otherwise) {
            throw false !== @lstat($final) ? CouldNotPublish::nameTaken($final) : CouldNotPublish::refused($final, $reason);
        }
        $this->otherwise->publish($temporary, $final);
    }
}
