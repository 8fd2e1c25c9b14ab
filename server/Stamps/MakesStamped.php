<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stamps;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Xmp\XmpName;
use VelvetLedger\Core\Format\Xmp\XmpTree;
use VelvetLedger\Core\Stamp\CouldNotStamp;
use VelvetLedger\Core\Stamp\Embedding;
use VelvetLedger\Core\Stamp\Embeds;
use VelvetLedger\Core\Stamp\Keyword;
use VelvetLedger\Core\Stamp\Place;
use VelvetLedger\Core\Stamp\StampsXmp;
use VelvetLedger\Core\Stamp\Written;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\SystemReason;
use VelvetLedger\Server\Persistence\FileToStamp;
use VelvetLedger\Server\Persistence\FrameToStamp;
use VelvetLedger\Server\Persistence\StampedFile;

/** Makes files with stamps in them, in the scratch folder, from what lies in the stores; nothing in a store is touched. */
final readonly class MakesStamped
{
    public const SIDECAR = '.xmp';

    public function __construct(private Embeds $embeds, private StampsXmp $stamps, private Scratch $scratch)
    {
    }

    /**
     * All that frames need to say what they should.
     *
     * @param list<FrameToStamp>              $frames
     * @param array<int, array<int, Keyword>> $keywords by frame
     * @param \Closure(string): string        $at       path from the store's root => the absolute path of a copy of it
     * @param list<int>                       $adopt    frames whose files another program changed, and which are to be merged with
     *
     * @return array{list<StampedFile>, array<int, list<string>>} files, and by frame what could not be done, in words
     */
    public function make(array $frames, array $keywords, \Closure $at, array $adopt): array
    {
        $made = $notes = $asked = [];
        foreach ($frames as $frame) {
            $words = array_values($keywords[$frame->id] ?? []);
            $isAdopted = \in_array($frame->id, $adopt, true);
            foreach ($this->places($frame) as [$place, $file]) {
                try {
                    if (Place::Inside === $place && null !== $file) {
                        $name = \count($asked);
                        $asked[$name] = [$frame, $file, ...$this->ask($name, $frame, $file, $at($frame->path($file->ending)), $words, $isAdopted)];
                    } else {
                        $made[] = $this->sidecar($frame, $file, $at($frame->path(self::SIDECAR)), $words, $isAdopted);
                    }
                } catch (CouldNotStamp|CouldNotCopy $failure) {
                    $notes[$frame->id][] = $failure->getMessage();
                }
            }
        }
        $left = $asked;
        while ([] !== $left) {
            foreach ($this->embeds->answers() as $name => $failure) {
                [$frame, $file, $base, $target, $from, $written] = $asked[$name];
                unset($left[$name]);
                @unlink($from);
                null === $failure ? $made[] = $this->made($frame, $file, $file->ending, $target, [$file->checksum, $base], $written) : $notes[$frame->id][] = $failure->getMessage();
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
            $place = Place::of($frame->stem.$file->ending, $frame->stamp->style);
            $wantsSidecar = $wantsSidecar || Place::Beside === $place;
            $sidecar = Place::Itself === $place && self::SIDECAR === strtolower($file->ending) ? $file : $sidecar;
            if (Place::Inside === $place && $file->revision < $frame->revision) {
                $places[] = [$place, $file];
            }
        }
        if (null === $sidecar ? $wantsSidecar : $sidecar->revision < $frame->revision) {
            $places[] = [Place::Itself, $sidecar];
        }

        return $places;
    }

    /**
     * @param list<Keyword> $words
     *
     * @return array{string, string, string, Written} the checksum that it is made from, where it will lie, where its source lies, what it says
     */
    private function ask(int $name, FrameToStamp $frame, FileToStamp $file, string $path, array $words, bool $isAdopted): array
    {
        $from = $this->scratch->path();
        error_clear_last();
        if (!@copy($path, $from)) {
            throw CouldNotStamp::embed($path, is_file($path) ? SystemReason::last() : 'it is not where the ledger has it');
        }
        $base = Checksum::ofFile($from);
        self::check($file, $base, $path, $isAdopted);
        $stamp = $frame->stamp->with($words, $frame->originOf($file));
        $target = $this->scratch->path();
        try {
            $embedding = Embedding::prepare($this->stamps, $from, $target, $stamp, $file->written);
            $this->embeds->ask($name, $embedding);
        } catch (CouldNotStamp $failure) {
            @unlink($from);
            throw $failure->about($path);
        }

        return [$base, $target, $from, $embedding->written];
    }

    /** @param list<Keyword> $words */
    private function sidecar(FrameToStamp $frame, ?FileToStamp $file, string $path, array $words, bool $isAdopted): StampedFile
    {
        $stamp = $frame->stamp->carrying($frame->rating, $frame->remarks, $words, $frame->originOf(null));
        clearstatcache(true, $path);
        if (!is_file($path)) {
            $tree = null === $file ? XmpTree::blank() : throw CouldNotStamp::notThere($path);
            $base = [];
        } else {
            $text = (string) file_get_contents($path);
            $base = [Checksum::ofFile($path)];
            try {
                $tree = XmpTree::parse($text);
            } catch (BrokenFile $failure) {
                throw CouldNotStamp::packet($path, $failure->getMessage());
            }
            $isOurs = null === $file && $frame->origin->shoot === $tree->text(XmpName::of('velvet:Shoot')) && $stamp->origin?->name === $tree->text(XmpName::of('xmpMM:PreservedFileName'));
            if (!$isOurs) {
                self::check($file, $base[0], $path, $isAdopted);
            }
        }
        $written = $this->stamps->into($tree, $stamp, $file->written ?? new Written());
        $made = $this->scratch->path(self::SIDECAR);
        $text = $tree->sidecar();
        if (\strlen($text) !== @file_put_contents($made, $text)) {
            throw CouldNotStamp::embed($path, SystemReason::last());
        }

        return $this->made($frame, $file, $file->ending ?? self::SIDECAR, $made, null === $file ? $base : [$file->checksum, ...$base], $written);
    }

    /** That a file is as the ledger has it, or was about to have it; or is to be merged with as it is. */
    private static function check(?FileToStamp $file, string $checksum, string $path, bool $isAdopted): void
    {
        if (!$isAdopted && $checksum !== $file?->checksum && (null === $file?->coming || $checksum !== $file->coming)) {
            throw CouldNotStamp::changedSince($path);
        }
    }

    /** @param list<string> $replaces */
    private function made(FrameToStamp $frame, ?FileToStamp $file, string $ending, string $made, array $replaces, Written $written): StampedFile
    {
        clearstatcache(true, $made);

        return new StampedFile($frame, $file, $ending, $made, (int) filesize($made), Checksum::ofFile($made), array_values(array_unique(array_filter([...$replaces, $file?->coming], \is_string(...)))), $written);
    }
}
