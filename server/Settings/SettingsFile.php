<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Settings;

use Symfony\Component\Yaml\Exception\ParseException;
use Symfony\Component\Yaml\Yaml;

/** Reads settings.yaml in the ledger's home. */
final readonly class SettingsFile
{
    public function __construct(private Home $home)
    {
    }

    /** @throws BadSettings */
    public function read(): Settings
    {
        $file = $this->home->path.'/settings.yaml';
        try {
            $parsed = is_file($file) ? Yaml::parseFile($file) : throw BadSettings::inFile($file, 'the file is not there.');
        } catch (ParseException $error) {
            throw BadSettings::inFile($file, $error->getMessage().'.');
        }
        $readers = \is_array($parsed) ? $parsed['readers'] ?? null : null;
        $stores = \is_array($parsed) ? $parsed['stores'] ?? null : null;
        $main = \is_array($stores) ? $stores['main'] ?? null : null;
        if (!\is_array($readers) || [] !== array_filter($readers, static fn (mixed $path): bool => !\is_string($path) || !str_starts_with($path, '/'))) {
            throw BadSettings::inFile($file, '"readers" must be a list of absolute folder paths.');
        }
        if (!\is_array($main) || !\is_string($main['name'] ?? null) || !\is_string($main['path'] ?? null) || !str_starts_with($main['path'], '/')) {
            throw BadSettings::inFile($file, '"stores: main:" must have a name and an absolute path.');
        }

        $eject = $parsed['eject'] ?? [];
        if (!\is_array($eject) || [] !== array_filter($eject, static fn (mixed $word): bool => !\is_string($word))) {
            throw BadSettings::inFile($file, '"eject" must be a command as a list of words.');
        }

        return new Settings(array_values(array_filter($readers, \is_string(...))), new StorePlace($main['name'], rtrim($main['path'], '/')), array_values(array_filter($eject, \is_string(...))));
    }
}
