<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stamps;

use Psr\Log\LoggerInterface;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Xmp\XmpName;
use VelvetLedger\Core\Format\Xmp\XmpText;
use VelvetLedger\Core\Format\Xmp\XmpTree;
use VelvetLedger\Core\Stamp\CouldNotStamp;
use VelvetLedger\Core\Stamp\Embedding;
use VelvetLedger\Core\Stamp\Embeds;
use VelvetLedger\Core\Stamp\Keyword;
use VelvetLedger\Core\Stamp\PictureChange;
use VelvetLedger\Core\Stamp\Place;
use VelvetLedger\Core\Stamp\StampsXmp;
use VelvetLedger\Core\Stamp\Written;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Core\Transfer\WorkingCopy;
use VelvetLedger\Server\Persistence\Stamps\FileToStamp;
use VelvetLedger\Server\Persistence\Stamps\FrameToStamp;
use VelvetLedger\Server\Persistence\Stamps\StampedFile;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;

/** Makes files with stamps in them, in the scratch folder, from what lies in the stores; nothing in a store is touched. */
final readonly class MakesStamped
{
    public function __construct(private Embeds $embeds, private StampsXmp $stamps, private Scratch $scratch, private NewSidecars $sidecars, private OriginalPictures $pictures, private LoggerInterface $log)
    {
    }

    /**
     * All that frames need to say what they should.
     *
     * @param list<FrameToStamp>              $frames
     * @param array<int, array<int, Keyword>> $keywords by frame
     * @param non-empty-array<int, OpenStore> $open     the main store first: what is there is stamped
     * @param list<int>                       $adopt    frames whose files another program changed, and which are to be merged with
     *
     * @return array{list<StampedFile>, StampNotes} files, and what could not be done
     */
    public function make(array $frames, array $keywords, array $open, array $adopt): array
    {
        $notes = new StampNotes($this->log);
        $made = $asked = [];
        foreach ($frames as $frame) {
            $words = array_values($keywords[$frame->id] ?? []);
            $isAdopted = \in_array($frame->id, $adopt, true);
            foreach ($this->places($frame) as [$place, $file]) {
                try {
                    if (Place::Inside === $place && null !== $file) {
                        $name = \count($asked);
                        $asked[$name] = [$frame, $file, ...$this->ask($name, $frame, $file, $open, $words, $isAdopted, $notes)];
                    } else {
                        $made[] = $this->sidecar($frame, $file, $open, $words, $isAdopted, $notes);
                    }
                } catch (CouldNotStamp|CouldNotCopy|StoreAbsent $failure) {
                    $notes->add($frame, $failure);
                }
            }
        }
        $left = $asked;
        while ([] !== $left) {
            foreach ($this->embeds->answers() as $name => $failure) {
                [$frame, $file, $base, $target, $from, $embedding] = $asked[$name];
                unset($left[$name]);
                @unlink($from);
                null === $failure ? $made[] = $this->made($frame, $file, $file->ending, SourceFile::ours($target), [$file->checksum, $base], $embedding->written, $embedding->picture) : $notes->add($frame, $failure);
            }
        }

        return [$made, $notes];
    }

    /**
     * @return list<array{Place, FileToStamp|null}>
     */
    private function places(FrameToStamp $frame): array
    {
        $places = [];
        $sidecar = null;
        $wantsSidecar = false;
        foreach ($frame->files as $file) {
            $wantsSidecar = $wantsSidecar || Place::Beside === $file->bears;
            $sidecar = Place::Itself === $file->bears ? $file : $sidecar;
            if (Place::Inside === $file->bears && $file->revision < $frame->revision) {
                $places[] = [$file->bears, $file];
            }
        }
        if (null === $sidecar ? $wantsSidecar : $sidecar->revision < $frame->revision) {
            $places[] = [Place::Itself, $sidecar];
        }

        return $places;
    }

    /**
     * @param non-empty-array<int, OpenStore> $open
     * @param list<Keyword>                   $words
     *
     * @return array{string, string, string, Embedding} the checksum that it is made from, where it will lie, where its source lies, what is written
     */
    private function ask(int $name, FrameToStamp $frame, FileToStamp $file, array $open, array $words, bool $isAdopted, StampNotes $notes): array
    {
        $main = $open[array_key_first($open)];
        $path = $main->path($frame->path($file->ending));
        $main->confirmOwns($path);
        $from = $this->scratch->path();
        try {
            return $this->askWith($from, $name, $frame, $file, $open, $words, $isAdopted, $notes);
        } catch (\Throwable $failure) {
            @unlink($from);
            throw $failure;
        }
    }

    /**
     * @param string                          $from  where the copy lies that is worked on
     * @param non-empty-array<int, OpenStore> $open
     * @param list<Keyword>                   $words
     *
     * @return array{string, string, string, Embedding}
     */
    private function askWith(string $from, int $name, FrameToStamp $frame, FileToStamp $file, array $open, array $words, bool $isAdopted, StampNotes $notes): array
    {
        $path = $open[array_key_first($open)]->path($frame->path($file->ending));
        try {
            WorkingCopy::make($path, $from);
        } catch (CouldNotCopy $failure) {
            throw CouldNotStamp::embed($path, is_file($path) ? $failure->reason() : 'it is not where the ledger has it');
        }
        $base = Checksum::ofFile($from);
        if (!self::isKnown($file, $base)) {
            $change = PictureChange::of($from, $file->bytes, $this->pictures->of($file, $open));
            if (PictureChange::OnlyWhatIsSaid !== $change || !$isAdopted) {
                $notes->differs($file, array_key_first($open), $base, $change);
                throw CouldNotStamp::changedSince($path, $change);
            }
        }
        $stamp = $frame->stamp->with($words, $frame->originOf($file));
        $target = $this->scratch->path();
        try {
            $embedding = Embedding::prepare($this->stamps, $from, $target, $stamp, $file->written);
            $this->embeds->ask($name, $embedding);
        } catch (CouldNotStamp $failure) {
            throw $failure->about($path);
        }

        return [$base, $target, $from, $embedding];
    }

    /**
     * @param non-empty-array<int, OpenStore> $open
     * @param list<Keyword>                   $words
     */
    private function sidecar(FrameToStamp $frame, ?FileToStamp $file, array $open, array $words, bool $isAdopted, StampNotes $notes): StampedFile
    {
        $path = $open[array_key_first($open)]->path($frame->path($file->ending ?? Place::SIDECAR));
        $open[array_key_first($open)]->confirmOwns($path);
        $stamp = $frame->stamp->carrying($frame->rating, $frame->remarks, $words, $frame->originOf(null));
        clearstatcache(true, $path);
        if (!is_file($path)) {
            $tree = null === $file ? XmpTree::blank() : throw CouldNotStamp::notThere($path);
            $base = [];
        } else {
            $text = (string) file_get_contents($path, length: XmpText::LONGEST + 1);
            $base = [Checksum::ofFile($path)];
            try {
                $tree = XmpTree::parse($text);
            } catch (BrokenFile $failure) {
                throw CouldNotStamp::packet($path, $failure->getMessage());
            }
            $isOurs = null === $file && $frame->origin->shoot === $tree->text(XmpName::of('velvet:Shoot')) && $stamp->origin?->name === $tree->text(XmpName::of('xmpMM:PreservedFileName'));
            if (!$isOurs && !$isAdopted && !self::isKnown($file, $base[0])) {
                $notes->differs($file, array_key_first($open), $base[0], PictureChange::OnlyWhatIsSaid);
                throw CouldNotStamp::changedSince($path);
            }
        }
        [$made, $written] = $this->sidecars->from($tree, $stamp, $file->written ?? new Written(), $path);

        return $this->made($frame, $file, $file->ending ?? Place::SIDECAR, $made, null === $file ? $base : [$file->checksum, ...$base], $written);
    }

    /** Whether a file is as the ledger has it, or was about to have it. */
    private static function isKnown(?FileToStamp $file, string $checksum): bool
    {
        return $checksum === $file?->checksum || (null !== $file?->coming && $checksum === $file->coming);
    }

    /** @param list<string> $replaces */
    private function made(FrameToStamp $frame, ?FileToStamp $file, string $ending, SourceFile $made, array $replaces, Written $written, ?string $picture = null): StampedFile
    {
        return new StampedFile($frame, $file, $ending, $made, array_values(array_unique(array_filter([...$replaces, $file?->coming], \is_string(...)))), $written, $picture);
    }
}
