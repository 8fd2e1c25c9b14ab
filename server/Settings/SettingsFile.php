<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Settings;

use Symfony\Component\Yaml\Exception\ParseException;
use Symfony\Component\Yaml\Yaml;
use VelvetLedger\Server\Persistence\Copies\StoreRole;

/** Reads settings.yaml in the ledger's home. */
final readonly class SettingsFile
{
    /** PostgreSQL's Snowball stemmers (its manual, 12.6.6). */
    private const LANGUAGES = ['arabic', 'armenian', 'basque', 'catalan', 'danish', 'dutch', 'english', 'finnish', 'french', 'german', 'greek', 'hindi', 'hungarian', 'indonesian', 'irish', 'italian', 'lithuanian', 'nepali', 'norwegian', 'portuguese', 'romanian', 'russian', 'serbian', 'spanish', 'swedish', 'tamil', 'turkish', 'yiddish'];

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
        $parsed = \is_array($parsed) ? $parsed : [];
        $readers = $parsed['readers'] ?? null;
        if (!\is_array($readers) || [] !== array_filter($readers, static fn (mixed $path): bool => !\is_string($path) || !str_starts_with($path, '/'))) {
            throw BadSettings::inFile($file, '"readers" must be a list of absolute folder paths.');
        }
        $eject = $parsed['eject'] ?? [];
        if (!\is_array($eject) || [] !== array_filter($eject, static fn (mixed $word): bool => !\is_string($word))) {
            throw BadSettings::inFile($file, '"eject" must be a command as a list of words.');
        }
        $simulated = $parsed['simulated_drives'] ?? null;
        if (null !== $simulated && (!\is_string($simulated) || !str_starts_with($simulated, '/'))) {
            throw BadSettings::inFile($file, '"simulated_drives" must be an absolute folder path.');
        }
        $remove = $parsed['remove_originals'] ?? false;
        if (!\is_bool($remove)) {
            throw BadSettings::inFile($file, '"remove_originals" must be true or false.');
        }
        $room = $parsed['picture_room'] ?? Settings::PICTURE_ROOM / 1e9;
        if ((!\is_int($room) && !\is_float($room)) || $room < 0.1) {
            throw BadSettings::inFile($file, '"picture_room" must be a number of gigabytes, 0.1 or more.');
        }

        return new Settings(array_values(array_filter($readers, \is_string(...))), self::stores($file, $parsed['stores'] ?? []), array_values(array_filter($eject, \is_string(...))), $simulated, $remove, (int) ($room * 1e9), self::programs($file, $parsed['programs'] ?? []), self::languages($file, $parsed['languages'] ?? ['english']));
    }

    /** @return list<string> */
    private static function languages(string $file, mixed $languages): array
    {
        $known = \is_array($languages) ? array_values(array_filter(self::LANGUAGES, static fn (string $known): bool => \in_array($known, $languages, true))) : [];
        if (!\is_array($languages) || \count($known) !== \count($languages)) {
            throw BadSettings::inFile($file, '"languages" must be a list of any of '.implode(', ', self::LANGUAGES).'.');
        }

        return $known;
    }

    /**
     * A name and a command each.
     *
     * @return array<string, non-empty-list<string>>
     */
    private static function programs(string $file, mixed $programs): array
    {
        $found = [];
        foreach (\is_array($programs) ? $programs : [null] as $name => $command) {
            $words = \is_array($command) ? array_values(array_filter($command, \is_string(...))) : [];
            if (!\is_array($command) || [] === $words || \count($words) !== \count($command)) {
                throw BadSettings::inFile($file, '"programs" must have a name and a command as a list of words for each.');
            }
            $found[(string) $name] = $words;
        }

        return $found;
    }

    /**
     * One for "main:", and any number as a list for "mirrors:".
     *
     * @return list<StorePlace>
     */
    private static function stores(string $file, mixed $stores): array
    {
        $stores = \is_array($stores) ? $stores : throw BadSettings::inFile($file, '"stores" must have a "main:".');
        $places = isset($stores['main']) ? [self::place($file, '"stores: main:"', StoreRole::Main, $stores['main'])] : [];
        foreach (\is_array($stores['mirrors'] ?? []) ? $stores['mirrors'] ?? [] : throw BadSettings::inFile($file, '"stores: mirrors:" must be a list.') as $mirror) {
            $places[] = self::place($file, 'each of "stores: mirrors:"', StoreRole::Mirror, $mirror);
        }

        return $places;
    }

    private static function place(string $file, string $what, StoreRole $role, mixed $place): StorePlace
    {
        if (!\is_array($place) || !\is_string($place['name'] ?? null) || !\is_string($place['path'] ?? null) || !str_starts_with($place['path'], '/')) {
            throw BadSettings::inFile($file, $what.' must have a name and an absolute path.');
        }

        return new StorePlace($role, $place['name'], rtrim($place['path'], '/'));
    }
}
