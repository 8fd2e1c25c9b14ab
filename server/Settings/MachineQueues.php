<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Settings;

use Symfony\Component\DependencyInjection\EnvVarLoaderInterface;

/** Gives Messenger the name of this machine's own queues: of what only it can do. */
final readonly class MachineQueues implements EnvVarLoaderInterface
{
    public function __construct(private Home $home)
    {
    }

    /** @return array<string, string> */
    public function loadEnvVars(): array
    {
        return ['LEDGER_MACHINE' => ThisMachine::of($this->home)->id];
    }
}
