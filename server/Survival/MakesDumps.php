<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use Symfony\Component\Clock\ClockInterface;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Survival\DumpDocument;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\LastingFolders;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\Survival\DumpRepository;
use VelvetLedger\Server\Persistence\Survival\DumpRow;
use VelvetLedger\Server\Persistence\Survival\SignRepository;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Tools\PgPrograms;

/**
 * Dumps the ledger into its home, from one state of it, while work goes on (PostgreSQL's manual, 26.1): what must be in the dump is
 * counted in the very snapshot that is dumped.
 */
final readonly class MakesDumps
{
    public function __construct(private DumpRepository $dumps, private SignRepository $signs, private PgPrograms $programs, private Home $home, private ClockInterface $clock)
    {
    }

    /** @throws CouldNotDump nothing is left of it, and why is entered */
    public function make(): DumpRow
    {
        $this->dumps->tries(null);
        try {
            return $this->made();
        } catch (\Throwable $failure) {
            $this->dumps->couldNot(null, $this->clock->now(), ($failure instanceof CouldNot ? $failure : CouldNotDump::make($failure->getMessage()))->getMessage());
            throw $failure;
        }
    }

    private function made(): DumpRow
    {
        $folder = $this->folder();
        $at = $this->clock->now();
        $name = DumpDocument::nameAt($at);
        $part = "$folder/.$name.part";
        $changed = $this->dumps->changed();
        // On a connection of its own: on the other a worker enters each few seconds, whatever it is at, that it has its message in
        // hand, and a transaction that only reads ends by that, and its snapshot with it.
        $state = $this->programs->connect($this->programs->name());
        try {
            $state->beginTransaction();
            $state->executeStatement('SET TRANSACTION ISOLATION LEVEL REPEATABLE READ READ ONLY');
            $snapshot = Row::word($state->fetchOne('SELECT pg_export_snapshot()'));
            [$rows, $seal, $version] = DumpRepository::contents($state);
            $because = $this->programs->dump($part, $snapshot);
        } finally {
            $state->close();
        }
        $stream = null === $because ? @fopen($part, 'r') : false;
        if (false === $stream || !fsync($stream)) {
            @unlink($part);
            throw CouldNotDump::make($because ?? 'what pg_dump wrote is not there');
        }
        fclose($stream);
        clearstatcache(true, $part);
        $document = new DumpDocument($this->signs->sign()->ledger, $at->setTimezone(new \DateTimeZone('UTC'))->format(\DATE_RFC3339_EXTENDED), (int) filesize($part), Checksum::ofFile($part), $seal, $version, $rows);
        if (!rename($part, $this->path($name))) {
            @unlink($part);
            throw CouldNotDump::make("$folder does not take it");
        }
        LastingFolders::flush($folder);
        $this->dumps->enter($name, $document, $changed);
        $this->clear($name);

        return $this->dumps->latest() ?? throw new \LogicException('It was entered just now.');
    }

    /** Where a dump lies in the ledger's home, if it still does. */
    public function path(string $name): string
    {
        return $this->home->path.'/dumps/'.$name.DumpDocument::DUMP;
    }

    /** What was cut off, and earlier dumps: at home the latest is kept. */
    private function clear(string $latest): void
    {
        foreach (FolderNames::in($this->folder()) as $name) {
            if (1 === preg_match('/^\.?ledger_/', $name) && $name !== $latest.DumpDocument::DUMP) {
                @unlink($this->folder().'/'.$name);
            }
        }
    }

    private function folder(): string
    {
        $folder = $this->home->path.'/dumps';
        if (!is_dir($folder) && !@mkdir($folder, 0o700, true) && !is_dir($folder)) {
            throw CouldNotDump::make("the folder $folder could not be made");
        }

        return $folder;
    }
}
