<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use Psr\Cache\CacheItemPoolInterface;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\CardWalker;
use VelvetLedger\Core\Card\CouldNotList;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Held\Comparison;
use VelvetLedger\Core\Held\ExposureIdentity;
use VelvetLedger\Core\Held\HeldAs;
use VelvetLedger\Core\Held\Holdings;
use VelvetLedger\Core\Held\Known;
use VelvetLedger\Core\Held\PromisedBy;
use VelvetLedger\Core\Held\Suspects;
use VelvetLedger\Core\Shoot\CaptureOrder;
use VelvetLedger\Core\Transfer\QuickPrint;
use VelvetLedger\Server\Persistence\Cards\HeldRepository;
use VelvetLedger\Server\Tools\FineTimes;

/**
 * Finds out which frames of a card are held or have twins. Quick prints are read of suspects only, and kept
 * for as long as their files keep name, size and time.
 */
final class CardHoldings
{
    /** @var array<string, array<string, string>> volume id => file signature => quick print */
    private array $kept = [];

    public function __construct(private readonly HeldRepository $held, private readonly Readers $readers, private readonly CardWalker $walker, private readonly CacheItemPoolInterface $cache, private readonly FineTimes $times)
    {
    }

    /** @param list<ReadFrame> $frames of the desk's cards */
    public function of(CardsOnDesk $desk, array $frames): Holdings
    {
        $frames = CaptureOrder::ofRead($frames);
        $sizes = [];
        foreach ($frames as $frame) {
            foreach ($frame->frame->files as $file) {
                $sizes[$file->bytes] = true;
            }
        }
        $others = $this->filesOnOtherCards($desk, $sizes);
        $elsewhere = $this->held->sizes(array_keys($sizes));
        foreach ($others as [, $file]) {
            $elsewhere[$file->bytes] = true;
        }
        [$prints, $coming, $here] = $this->printsOnDesk($desk, Suspects::among($frames, $elsewhere));

        [$labels, $promised, $there] = $this->printsOnOtherCards($others);
        $promised += $coming;
        $there += $here;
        foreach ($frames as $frame) {
            foreach ([] === $frame->twins ? [] : $frame->frame->files as $file) {
                $print = $there[$frame->twins[$file->path] ?? ''][$file->path] ?? null;
                $prints = null === $print ? $prints : [$file->id => $print] + $prints; // it is the twin's bytes that come in
            }
        }
        $unique = array_values(array_unique($prints));

        $held = $this->held->byPrint($unique);
        $strange = array_filter($frames, static fn (ReadFrame $frame): bool => [] === array_filter($frame->frame->files, static fn (CardFile $file): bool => $file->kind->isStill() && isset($prints[$file->id], $held[$prints[$file->id]]))); // of what is held as it is no other bytes are looked for
        $identities = array_values(array_filter(array_map(static fn (ReadFrame $frame): ?string => ExposureIdentity::of($frame->facts, $frame->frame->stem), $strange), \is_string(...)));
        $days = array_values(array_unique(array_map(static fn (ReadFrame $frame): string => $frame->takenAt()->date(), $frames)));
        $exposures = $this->held->byExposure($identities);
        $places = $this->held->places(array_values(array_unique(array_map(static fn (HeldAs $as): int => $as->frame, array_merge(array_values($exposures), ...array_values($held))))), $days);

        return Comparison::of($frames, $prints, new Known($held, $exposures, $labels, $this->held->promised($unique) + $promised, $places, $this->leftByOrders($desk, $frames), $this->held->coming($identities), $this->held->letGo(array_values(array_filter($unique, static fn (string $print): bool => !isset($held[$print]))))));
    }

    /**
     * @param list<ReadFrame> $frames
     *
     * @return array<string, int> id of a file => the receipt whose order left it there
     */
    private function leftByOrders(CardsOnDesk $desk, array $frames): array
    {
        $known = array_map(fn (Volume $volume): array => $this->held->leftByOrders($volume->identity->name()), $desk->volumes);
        $left = [];
        foreach ([] === array_filter($known) ? [] : $frames as $frame) {
            foreach ($frame->frame->files as $file) {
                [$bytes, $modifiedAt, $receipt] = $known[$desk->volumeOf($file)->id][$file->text()] ?? [null, null, 0];
                if ($bytes === $file->bytes && $modifiedAt === $file->modifiedAt) {
                    $left[$file->id] = $receipt;
                }
            }
        }

        return $left;
    }

    /**
     * Files on the other cards in the readers whose size occurs on the desk.
     *
     * @param array<int, true> $sizes
     *
     * @return list<array{Volume, CardFile}>
     */
    private function filesOnOtherCards(CardsOnDesk $desk, array $sizes): array
    {
        $found = [];
        foreach ($this->readers->volumes() as $other) {
            if (isset($desk->volumes[$other->id])) {
                continue;
            }
            try {
                foreach ($this->walker->list($other->path)->files as $file) {
                    if (($file->kind->isStill() || $file->kind->goesWithAStill()) && isset($sizes[$file->bytes])) {
                        $found[] = [$other, $file];
                    }
                }
            } catch (CouldNotList) {
                continue; // it was pulled out just now
            }
        }

        return $found;
    }

    /**
     * @param list<CardFile> $files
     *
     * @return array{array<string, string>, array<string, PromisedBy>, array<string, array<array-key, string>>} id of a file => quick print; by quick print an intake that will bring it in; and label => path => quick print
     */
    private function printsOnDesk(CardsOnDesk $desk, array $files): array
    {
        $prints = $promised = $here = [];
        foreach ($desk->byCard($files) as $card => $some) {
            $read = $this->prints($desk->volumes[$card], $some);
            foreach ($some as $file) {
                $prints += isset($read[$file->path]) ? [$file->id => $read[$file->path]] : [];
            }
            $promised += $this->promisedOf($desk->volumes[$card], $read);
            $here[$desk->volumes[$card]->label()] = $read;
        }

        return [$prints, $promised, $here];
    }

    /**
     * @param list<array{Volume, CardFile}> $others
     *
     * @return array{array<string, string>, array<string, PromisedBy>, array<string, array<array-key, string>>} by quick print: label of a card that has it, and an intake that will bring it in from there; and label => path => quick print
     */
    private function printsOnOtherCards(array $others): array
    {
        $volumes = $files = $labels = $promised = $there = [];
        foreach ($others as [$volume, $file]) {
            $volumes[$volume->id] = $volume;
            $files[$volume->id][$file->path] = $file;
        }
        foreach ($volumes as $id => $volume) {
            $prints = $this->prints($volume, array_values($files[$id]));
            $promised += $this->promisedOf($volume, $prints);
            foreach ($prints as $path => $print) {
                $labels[$print] ??= $volume->label();
                $there[$volume->label()][$path] = $print;
            }
        }

        return [$labels, $promised, $there];
    }

    /**
     * What an intake under way will bring in from a card, of which it may not have read the prints yet.
     *
     * @param array<string, string> $prints path on the card => quick print
     *
     * @return array<string, PromisedBy> by quick print
     */
    private function promisedOf(Volume $volume, array $prints): array
    {
        $waiting = $this->held->promisedOf($volume->identity->name());
        $promised = [];
        foreach ([] === $waiting ? [] : $prints as $path => $print) {
            $promise = $waiting[PathText::of($path)] ?? null;
            if (null !== $promise) {
                $promised[$print] ??= new PromisedBy($promise[0], $promise[1], $print);
            }
        }

        return $promised;
    }

    /**
     * @param list<CardFile> $files
     *
     * @return array<string, string> path => quick print, without files that cannot be read
     */
    private function prints(Volume $volume, array $files): array
    {
        $item = $this->cache->getItem('prints.'.$volume->reading());
        $stored = $item->get();
        /** @var array<string, string> $known */
        $known = $this->kept[$volume->reading()] ?? (\is_array($stored) ? $stored : []);
        $prints = [];
        $news = false;
        foreach ($files as $file) {
            $signature = hash('xxh128', "$file->path\0$file->bytes\0".$this->times->of($volume->path.'/'.$file->path));
            if (!isset($known[$signature])) {
                try {
                    $known[$signature] = QuickPrint::ofFile($volume->path.'/'.$file->path);
                } catch (BrokenFile|CouldNotRead) {
                    continue;
                }
                $news = true;
            }
            $prints[$file->path] = $known[$signature];
        }
        $this->kept[$volume->reading()] = $known;
        if ($news) {
            $this->cache->save($item->set($known));
        }

        return $prints;
    }
}
