<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Transfer\Copier;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Core\Transfer\Task;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Locks;
use VelvetLedger\Server\Stores\Leftovers;

/**
 * Copies a few pictures of a card to any folder that may be picked, under their names on the card, read back as every copy
 * is: a look without consequence. Nothing is entered: no shoot, no promise, and the card is not brought in by it.
 */
final readonly class CopiesApart
{
    /** More than so many are an intake. */
    public const MOST = 60;

    public function __construct(private Readers $readers, private DeskReadings $readings, private SourceFolders $folders, private Copier $copier, private Locks $locks, private Leftovers $leftovers, private ApartProgress $progress)
    {
    }

    /**
     * That this can be asked for.
     *
     * @param list<string> $frames keys
     *
     * @return string the folder, of no link
     *
     * @throws NoSuchCard|CouldNotCopyApart
     */
    public function check(CardsOnDesk $desk, array $frames, string $folder): string
    {
        $real = $this->folder($folder, array_values($desk->volumes));
        if ([] === $frames || \count($frames) > self::MOST) {
            throw CouldNotCopyApart::tooMany(self::MOST);
        }

        return $real;
    }

    /**
     * A folder that may be copied to: of no card.
     *
     * @param list<Volume> $cards beside those in the readers
     *
     * @return string of no link
     *
     * @throws NoSuchCard|CouldNotCopyApart
     */
    public function folder(string $folder, array $cards = []): string
    {
        $real = $this->folders->real($folder);
        foreach ([...$cards, ...$this->readers->volumes()] as $card) {
            if (FolderNames::isWithin($real, [$card->path])) {
                throw CouldNotCopyApart::ontoACard($card->label());
            }
        }

        return $real;
    }

    /**
     * @param string       $card   names the desk
     * @param list<string> $frames keys
     * @param string       $folder as check() gave it
     * @param string       $name   that its progress is asked for by
     */
    public function copy(string $card, array $frames, string $folder, string $name): void
    {
        $done = 0;
        $failed = [];
        $files = [];
        $number = random_int(1, 1 << 30);
        $this->locks->take(Lock::Apart, $number);
        try {
            $this->leftovers->clearIn($folder);
            $desk = $this->readers->desk($card);
            $files = $this->files($desk, $frames);
            $mark = WriterMark::of(Task::CopyApart, $number, 0);
            foreach ($files as $i => $file) {
                $this->progress->keep($name, new Apart(\count($files), $done, $failed, false));
                try {
                    $copied = $this->copier->copy(CopyOrder::of($i, new SourceFile($desk->volumeOf($file)->path.'/'.$file->path, $file->bytes, $file->modifiedAt), [$folder.'/'.$file->name()], $mark));
                    $done += [] === $copied->failed ? 1 : 0;
                    array_push($failed, ...array_map(static fn (CouldNot $failure): string => $failure->getMessage(), array_values($copied->failed)));
                } catch (CouldNot $failure) {
                    $failed[] = $failure->getMessage();
                }
            }
        } catch (CouldNot $failure) {
            $failed[] = $failure->getMessage();
        } finally {
            $this->locks->release(Lock::Apart, $number);
        }
        $this->progress->keep($name, new Apart(\count($files), $done, $failed, true));
    }

    /**
     * @param list<string> $frames
     *
     * @return list<CardFile> all that a frame has, its sidecar too
     */
    private function files(CardsOnDesk $desk, array $frames): array
    {
        $found = array_filter($this->readings->whole($desk)->frames, static fn (ReadFrame $frame): bool => \in_array($frame->frame->key, $frames, true));

        return array_merge(...array_map(static fn (ReadFrame $frame): array => $frame->frame->files, array_values($found)));
    }
}
