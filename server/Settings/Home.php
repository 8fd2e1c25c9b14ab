<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Settings;

/** The folder that holds one ledger: its settings, database cluster, token, logs and caches. */
final readonly class Home
{
    private function __construct(public string $path)
    {
    }

    /** From LEDGER_HOME, which bin/ledger sets. */
    public static function fromEnvironment(): self
    {
        $path = getenv('LEDGER_HOME');

        return new self(\is_string($path) && '' !== $path ? $path : \dirname(__DIR__, 2).'/var/ledger');
    }

    public function token(): string
    {
        $token = @file_get_contents($this->path.'/token');

        return \is_string($token) ? trim($token) : '';
    }
}
