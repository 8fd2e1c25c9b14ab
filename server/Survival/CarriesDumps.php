<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use Psr\Log\LoggerInterface;
use Symfony\Component\Clock\ClockInterface;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Survival\DumpDocument;
use VelvetLedger\Core\Survival\KeptDumps;
use VelvetLedger\Core\Transfer\Copier;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Core\Transfer\Task;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Locks;
use VelvetLedger\Server\Persistence\Survival\DumpRepository;
use VelvetLedger\Server\Persistence\Survival\DumpRow;
use VelvetLedger\Server\Stores\Leftovers;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Stores\StoreSigns;

/**
 * Copies the latest dump to every store that is there, read back as every copy is, its document after it; and takes away there what
 * is not kept any more. What a store has is read there: one that comes back is served as it is.
 */
final readonly class CarriesDumps
{
    public function __construct(private Stores $stores, private StoreSigns $signs, private DumpRepository $dumps, private Copier $copier, private Locks $locks, private Leftovers $leftovers, private ClockInterface $clock, private LoggerInterface $log)
    {
    }

    /**
     * @param string $file the dump, whole
     *
     * @return array<string, string> by name of a store that is there, why it has none
     */
    public function carry(DumpRow $dump, string $file): array
    {
        $failed = [];
        $number = random_int(1, 1 << 30);
        $this->locks->take(Lock::Apart, $number);
        try {
            foreach ($this->stores->roots() as $store => $root) {
                $this->dumps->tries($store);
                try {
                    $this->stores->at($this->stores->find($store))->open()->checkRoom($dump->document->bytes);
                    $this->to($root.'/'.DumpDocument::FOLDER, $dump, $file, WriterMark::of(Task::CopyApart, $number, $store));
                    $this->signs->signAt($root);
                    $this->dumps->liesAt($dump->id, $store, $this->clock->now());
                } catch (CouldNot $failure) {
                    $failed[$this->stores->find($store)->name()] = $failure->getMessage();
                    $this->dumps->couldNot($store, $this->clock->now(), $failure->getMessage());
                    $this->log->warning('The dump {name} is not at a store: {reason}', ['name' => $dump->name, 'reason' => $failure->getMessage()]);
                }
            }
        } finally {
            $this->locks->release(Lock::Apart, $number);
        }

        return $failed;
    }

    private function to(string $folder, DumpRow $dump, string $file, WriterMark $mark): void
    {
        $this->leftovers->clearIn($folder);
        $to = $folder.'/'.$dump->name;
        foreach ([[new SourceFile($file, (int) @filesize($file), (int) @filemtime($file), null, $dump->document->checksum), $to.DumpDocument::DUMP], [SourceFile::ofText($dump->name.DumpDocument::DOCUMENT, $dump->document->text()), $to.DumpDocument::DOCUMENT]] as $i => [$source, $target]) {
            $copied = $this->copier->copy(CopyOrder::of($i, $source, [$target], $mark));
            foreach ($copied->failed as $failure) {
                throw $failure;
            }
        }
    }

    /** At every store that is there, and of the rows: what is not kept. */
    public function clear(DumpRow $latest): void
    {
        $unproven = array_map(static fn (DumpRow $dump): string => $dump->name, array_filter($this->dumps->all(), static fn (DumpRow $dump): bool => null === $dump->provenAt));
        foreach ($this->stores->roots() as $store => $root) {
            $this->clearAt($store, $root.'/'.DumpDocument::FOLDER, $latest, array_values($unproven));
        }
        foreach ($this->dumps->all() as $earlier) {
            if ([] === $earlier->stores && $earlier->id !== $latest->id) {
                $this->dumps->forget($earlier->id);
            }
        }
    }

    /**
     * Documents go first: a dump without one is none.
     *
     * @param list<string> $unproven
     */
    private function clearAt(int $store, string $folder, DumpRow $latest, array $unproven): void
    {
        $found = [];
        foreach (DumpDocument::namesIn($folder) as $name) {
            try {
                $read = DumpDocument::read((string) @file_get_contents("$folder/$name".DumpDocument::DOCUMENT));
                if ($read->ledger === $latest->document->ledger) {
                    $found[$name] = $read->at();
                }
            } catch (BadDocument) {
                continue; // not one of ours, or damaged: nobody's to take away
            }
        }
        foreach (array_diff(array_keys($found), KeptDumps::of($found, $unproven)) as $name) {
            @unlink("$folder/$name".DumpDocument::DOCUMENT);
            @unlink("$folder/$name".DumpDocument::DUMP);
            $this->dumps->liesNoMoreAt($name, $store);
        }
    }
}
