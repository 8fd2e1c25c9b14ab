<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** By the kernel's own exchange of two names (rename(2), RENAME_EXCHANGE). */
final readonly class ExchangesByKernel implements Exchanges
{
    public function __construct(private KernelRename $kernel = new KernelRename())
    {
    }

    public function exchange(string $one, string $other): bool
    {
        return $this->kernel->rename($one, $other, KernelRename::EXCHANGE);
    }
}
