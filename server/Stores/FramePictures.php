<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Format\Budget;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Jpeg\OrientedJpeg;
use VelvetLedger\Core\Format\Tiff\Orientation;
use VelvetLedger\Server\Persistence\Copies\Copy;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\Looks\LookRepository;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Shoots\LedgerFile;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;
use VelvetLedger\Server\Tools\CouldNotMakePicture;
use VelvetLedger\Server\Tools\KeptPictures;
use VelvetLedger\Server\Tools\Pictures;

/** Pictures of frames in the ledger, from whichever store has a copy now: of the file that the frame's facts are of, else of another of its stills. */
final class FramePictures
{
    /** As large as a screen shows it: pixels along the longer side. */
    public const SCREEN = Pictures::SCREEN;

    /** @var array<int, LedgerStore> by shoot, of those that are asked for together */
    private array $homes = [];

    /** @var array<int, int> quarters by frame, of the same */
    private array $turned = [];

    public function __construct(private readonly EntityManagerInterface $ledger, private readonly Stores $stores, private readonly Pictures $pictures, private readonly KeptPictures $kept, private readonly LookRepository $looks)
    {
    }

    /**
     * These are asked for one after the other now: what the ledger has of them is read at once, and believed for as long as that takes.
     *
     * @param list<int> $frames
     */
    public function together(array $frames): void
    {
        $found = $this->ledger->createQuery('SELECT r, f, o, c, t FROM '.LedgerFrame::class.' r LEFT JOIN r.files f LEFT JOIN f.original o LEFT JOIN f.copies c LEFT JOIN c.store t WHERE r.id IN (:frames) ORDER BY f.ending, f.id')->setParameter('frames', $frames)->getResult();
        $shoots = array_map(static fn (LedgerFrame $frame): int => $frame->shoot->id(), array_filter(\is_array($found) ? $found : [], static fn (mixed $one): bool => $one instanceof LedgerFrame));
        $this->homes = array_map($this->stores->homeOf(...), array_combine($shoots, $shoots));
        $this->turned = $this->looks->turns($frames) + array_fill_keys($frames, 0);
    }

    /**
     * A JPEG stream about $edge pixels along its longer side. One of the size of a screen is kept: it is there when no drive is.
     *
     * @param int|null $quarters to the right from how the camera recorded it; as it is turned by now where it is null
     *
     * @throws CouldNot what was wrong with the best that there was
     */
    public function of(int $id, int $edge, ?int $quarters = 0): string
    {
        $frame = $this->ledger->find(LedgerFrame::class, $id) ?? throw NotInLedger::frame($id);

        return OrientedJpeg::turned($this->asRecorded($frame, $edge), $quarters ?? $this->turned[$id] ?? $this->looks->turned($id));
    }

    private function asRecorded(LedgerFrame $frame, int $edge): string
    {
        $recorded = Orientation::of($frame->facts->facts()?->image->orientation);
        // What the file says by now is another word of the same, where it was turned and that is written.
        $make = fn (bool $keeps): string => $this->from($frame, fn (string $path, CaptureFacts $facts): string => OrientedJpeg::turned($this->pictures->of($path, $facts, $edge, $keeps), Orientation::of($facts->image->orientation)->quartersTo($recorded)));
        if (self::SCREEN !== $edge) {
            return $make(true);
        }
        $of = $this->nameOfKept($frame);
        $jpeg = null === $of ? null : $this->kept->get($of);
        if (null === $jpeg) {
            $jpeg = $make(false);
            null === $of ? null : $this->kept->put($of, $jpeg);
        }

        return $jpeg;
    }

    /**
     * The stream of the preview in the file that is about $edge pixels long, as it lies there: not upright. Null where there is none.
     *
     * @throws CouldNot as of()
     */
    public function preview(int $id, int $edge): ?string
    {
        return $this->from($this->ledger->find(LedgerFrame::class, $id) ?? throw NotInLedger::frame($id), static function (string $path, CaptureFacts $facts) use ($edge): ?string {
            $preview = $facts->previewFor($edge);

            return null === $preview ? null : Bytes::ofFile($path)->read($preview->offset, $preview->length);
        });
    }

    /**
     * @template T
     *
     * @param \Closure(string, CaptureFacts): T $make
     *
     * @return T
     */
    private function from(LedgerFrame $frame, \Closure $make): mixed
    {
        $first = $absent = null;
        foreach ($this->copies($frame) as [$file, $copy]) {
            $store = $this->stores->at($copy->store);
            $path = $store->path.'/'.$copy->path();
            if (!is_file($path)) {
                $absent ??= $store->isPresent() ? null : $store->absence();
                continue;
            }
            try {
                return $make($path, $this->facts($frame, $file, $copy, $path));
            } catch (CouldNot $failure) {
                $first ??= $failure;
            }
        }
        throw $first ?? $absent ?? ([] === $frame->pictures() ? CouldNotMakePicture::noneInside() : NotInLedger::frame($frame->id()));
    }

    /** Of its best file, whose picture stays what it is while its copies are proven; null where that is in doubt. */
    private function nameOfKept(LedgerFrame $frame): ?string
    {
        foreach ($this->copies($frame) as [$file, $copy]) {
            return CopyState::Proven === $copy->state() && $frame->hasPictureOf($file) ? \sprintf('frame %d|%s|%d', $frame->id(), $file->original->checksum ?? '', self::SCREEN) : null;
        }

        return null;
    }

    /** What the ledger has of the frame is true of the one file that it was read from, as that was then; of any other, the file is asked. */
    private function facts(LedgerFrame $frame, LedgerFile $file, Copy $copy, string $path): CaptureFacts
    {
        $known = $frame->hasFactsOf($file) && CopyState::Proven === $copy->state() ? $frame->facts->facts() : null;

        return $known ?? CoreFactsReader::of(Bytes::ofFile($path, new Budget()));
    }

    /** @return iterable<array{LedgerFile, Copy}> of each still the copies that are made: proven ones before others, in use before those that are not, at its shoot's home first */
    private function copies(LedgerFrame $frame): iterable
    {
        $home = $this->homes[$frame->shoot->id()] ?? $this->stores->homeOf($frame->shoot->id());
        $rank = static fn (Copy $copy): array => [CopyState::Proven !== $copy->state(), !$copy->store->role()->getsCopies(), $home !== $copy->store, $copy->store->id()];
        foreach ($frame->pictures() as $file) {
            $copies = array_filter($file->copies()->toArray(), static fn (Copy $copy): bool => !\in_array($copy->state(), [CopyState::Owed, CopyState::Left], true));
            usort($copies, static fn (Copy $a, Copy $b): int => $rank($a) <=> $rank($b));
            foreach ($copies as $copy) {
                yield [$file, $copy];
            }
        }
    }
}
