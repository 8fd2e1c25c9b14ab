<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Clearance;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\Medium;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\SourceGone;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Pace\Slice;
use VelvetLedger\Server\Persistence\Cards\Card;
use VelvetLedger\Server\Persistence\Cards\CardReadingRepository;
use VelvetLedger\Server\Persistence\Cards\CardRepository;
use VelvetLedger\Server\Persistence\Cards\ClearanceRepository;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;

/** Reads in full, past what memory keeps, what a card seems to hold that is held already: only then is it known to be. */
final readonly class CompareCard
{
    private const TICK = 0.4;

    public function __construct(private EntityManagerInterface $ledger, private Readers $readers, private CardClearance $clearance, private CardRepository $cards, private CardReadingRepository $readings, private ClearanceRepository $known, private Medium $medium, private Pace $pace)
    {
    }

    /**
     * @param string            $id    the volume's
     * @param \Closure(): mixed $watch asked several times a second; what it throws ends the reading where it is
     *
     * @return bool whether there is more to read
     */
    public function compare(string $id, \Closure $watch, ?Slice $slice = null): bool
    {
        $this->ledger->clear();

        return $this->volume($this->readers->volume($id), $watch, $slice);
    }

    /** @param \Closure(): mixed $watch */
    public function volume(Volume $volume, \Closure $watch, ?Slice $slice = null): bool
    {
        $card = $this->cards->seen($volume->identity);
        $this->ledger->flush();
        if (!$this->known->takeComparison($card)) {
            return false; // somebody is at it
        }
        try {
            return $this->goOn($volume, $card, $watch, $slice ?? $this->pace->slice(\INF));
        } finally {
            $this->known->releaseComparison($card);
        }
    }

    /** @param \Closure(): mixed $watch */
    private function goOn(Volume $volume, Card $card, \Closure $watch, Slice $slice): bool
    {
        $files = $this->clearance->toCompare($volume);
        $left = array_sum(array_map(static fn (CardFile $file): int => $file->bytes, $files));
        [$filesInAll, $bytesInAll] = $this->known->comparisonIsOf($card, \count($files), $left);
        $done = $filesInAll - \count($files);
        $bytes = $bytesInAll - $left;
        $beat = $this->pace->beat(self::TICK);
        $say = function (int $more) use (&$bytes, &$done, $beat, $card, $watch): void {
            $bytes += $more;
            if ($beat->isDue()) {
                $this->known->compared($card, ['files_read' => $done, 'bytes_read' => $bytes]);
                $watch();
            }
        };
        $stopped = null;
        try {
            foreach ($files as $i => $file) {
                try {
                    $this->readings->enter($card, $file, $this->read($volume->path, $file, $say));
                } catch (CouldNotCopy $broke) {
                    if (!is_dir($volume->path)) {
                        throw SourceGone::card($volume->label()); // it is not the file that cannot be read
                    }
                    $this->readings->enter($card, $file, null, rtrim($broke->getMessage(), '.'));
                }
                ++$done;
                if ($slice->isOver() && isset($files[$i + 1])) {
                    $this->known->compared($card, ['files_read' => $done, 'bytes_read' => $bytes]);

                    return true;
                }
            }
        } catch (CouldNot $gone) {
            $stopped = $gone->getMessage();
        }
        $this->known->compared($card, ['files_read' => $done, 'bytes_read' => $bytes, 'stopped_because' => $stopped, 'ended_at' => date('c')]);
        $this->ledger->persist(DayBookEntry::ofCard(\sprintf('%s of %s were read in full to be compared with the ledger, %s.%s', Count::of($done, 'file'), $volume->label(), Size::of($bytes), null === $stopped ? '' : ' '.$stopped), $card));
        $this->ledger->flush();

        return false;
    }

    /** @param \Closure(int): mixed $say */
    private function read(string $root, CardFile $file, \Closure $say): string
    {
        $source = new SourceFile($root.'/'.$file->path, $file->bytes, $file->modifiedAt);
        $this->medium->forget($source->path);
        $stream = $source->open();
        $checksum = Checksum::ofStream($stream, $say);
        $source->confirm($stream);
        fclose($stream);

        return $checksum;
    }
}
