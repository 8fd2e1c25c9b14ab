<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Settings;

use Symfony\Component\DependencyInjection\EnvVarLoaderInterface;
use Symfony\Component\Yaml\Exception\ParseException;
use Symfony\Component\Yaml\Yaml;

/** Gives Messenger the transport that the settings name under "queue:"; without one, work waits in the ledger's own database. */
final readonly class QueueSetting implements EnvVarLoaderInterface
{
    public function __construct(private Home $home)
    {
    }

    /** @return array<string, string> */
    public function loadEnvVars(): array
    {
        try {
            $settings = Yaml::parse((string) @file_get_contents($this->home->path.'/settings.yaml'));
        } catch (ParseException) {
            return []; // SettingsFile says what is wrong
        }
        $queue = \is_array($settings) ? $settings['queue'] ?? null : null;

        return \is_string($queue) && '' !== $queue ? ['LEDGER_QUEUE' => $queue] : [];
    }
}
