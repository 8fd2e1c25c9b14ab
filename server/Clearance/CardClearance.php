<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Clearance;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\CardListing;
use VelvetLedger\Core\Card\CardWalker;
use VelvetLedger\Core\Card\CouldNotList;
use VelvetLedger\Core\Clearance\Clearance;
use VelvetLedger\Core\Clearance\CopyOfFile;
use VelvetLedger\Core\Clearance\FileToClear;
use VelvetLedger\Core\Clearance\Lack;
use VelvetLedger\Core\Clearance\PhotographersWord;
use VelvetLedger\Core\Held\Holdings;
use VelvetLedger\Core\Order\CopiesWanted;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Server\Cards\CardHoldings;
use VelvetLedger\Server\Cards\CardReadings;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Orders\OrderBook;
use VelvetLedger\Server\Persistence\Cards\CardRepository;
use VelvetLedger\Server\Persistence\Cards\ClearanceRepository;
use VelvetLedger\Server\Persistence\Cards\KnownOnCard;

/** Clears a card that is in a reader, from what lies on it now and what the ledger has of it. */
final readonly class CardClearance
{
    public function __construct(private CardWalker $walker, private CardRepository $cards, private ClearanceRepository $known, private CardReadings $readings, private CardHoldings $holdings, private OrderBook $orders, private CopiesNow $copies, private EndsSeen $ends)
    {
    }

    /**
     * @param float $seconds for which the ends of files may be read; what is not read then is not cleared yet
     *
     * @throws CouldNotList
     */
    public function of(Volume $volume, float $seconds = \INF): Clearance
    {
        $listing = $this->walker->list($volume->path);
        $wanted = $this->wanted($volume);

        return Clearance::of($volume->label(), $this->files($volume, $listing, $seconds), $listing->troubles, $wanted->number, $this->waiting($volume, $listing), $this->cutOff($volume, $listing), $wanted->seenNow, $this->second($volume));
    }

    /**
     * Files that seem to be held and were not read in full yet.
     *
     * @return list<CardFile>
     *
     * @throws CouldNotList
     */
    public function toCompare(Volume $volume): array
    {
        return array_map(static fn (FileToClear $file): CardFile => $file->file, array_values(array_filter($this->files($volume, $this->walker->list($volume->path)), static fn (FileToClear $file): bool => Lack::NotCompared === $file->unsure)));
    }

    /**
     * Files that all their copies clear.
     *
     * @return list<FileToClear>
     *
     * @throws CouldNotList
     */
    public function cleared(Volume $volume): array
    {
        $wanted = $this->wanted($volume)->number;
        $listing = $this->walker->list($volume->path);
        $waiting = $this->waiting($volume, $listing);

        return array_values(array_filter($this->files($volume, $listing), static fn (FileToClear $file): bool => $file->matches && null === $file->twin && $file->devices() >= $wanted && !\in_array($file->file->text(), $waiting, true)));
    }

    /** What the standing order asks of copies: the one that the card was last brought in by, or would be. */
    public function wanted(Volume $volume): CopiesWanted
    {
        $card = $this->cards->find($volume->identity);
        $order = null === $card ? [] : $this->known->lastOrder($card);

        return ([] === $order ? $this->orders->byDefault() : OrderDocument::read($order))->made->copies;
    }

    /** @return list<string> paths on the card of raws that are to be DNGs before it is cleared */
    private function waiting(Volume $volume, CardListing $listing): array
    {
        $card = $this->cards->find($volume->identity);
        $waiting = null === $card ? [] : $this->known->waitingForDng($card);

        return [] === $waiting ? [] : array_values(array_intersect($waiting, array_map(static fn (CardFile $file): string => $file->text(), $listing->files)));
    }

    /** @return list<string> why second copies of what came from it are not to be made yet, or not of all */
    private function second(Volume $volume): array
    {
        $card = $this->cards->find($volume->identity);

        return null === $card ? [] : $this->known->secondCopies($card);
    }

    /** Files on it that were entered as cut off and are what they were. */
    private function cutOff(Volume $volume, CardListing $listing): int
    {
        $card = $this->cards->find($volume->identity);
        $known = null === $card ? [] : $this->known->cutOff($card);

        return \count([] === $known ? [] : array_filter($listing->files, static fn (CardFile $file): bool => ($known[$file->text()] ?? null) === $file->bytes));
    }

    /** @return list<FileToClear> */
    private function files(Volume $volume, CardListing $listing, float $seconds = \INF): array
    {
        $card = $this->cards->find($volume->identity);
        $known = null === $card ? [] : $this->known->ofCard($card);
        $checksums = array_values(array_filter(array_map(static fn (KnownOnCard $one): ?string => $one->checksum, $known), \is_string(...)));
        [$copies, $prints] = $this->copies->of($checksums);
        $letGo = $this->known->letGo($checksums);
        $prints += $letGo;
        [$known, $unread] = $this->seen($volume, $listing, $known, $prints, $seconds);
        $holdings = $this->holdings($volume, $listing, $known);

        return array_map(fn (CardFile $file): FileToClear => $this->file($file, $known[$file->text()] ?? null, $holdings, $copies, $letGo, isset($unread[$file->path])), $listing->files);
    }

    /**
     * What is known of the files that stand there now: what has another end than what came in is another file, whatever its size and time.
     *
     * @param array<string, KnownOnCard> $known  by path as text
     * @param array<string, string>      $prints checksum => quick print
     *
     * @return array{array<string, KnownOnCard>, array<string, true>} and by path those whose ends are still to be read
     */
    private function seen(Volume $volume, CardListing $listing, array $known, array $prints, float $seconds): array
    {
        $still = $toSee = $unread = [];
        foreach ($listing->files as $file) {
            $one = ($known[$file->text()] ?? null)?->ifStill($file);
            if (null !== $one) {
                $still[$file->text()] = $one;
            }
            if (null !== $one?->checksum && null === $one->twin && '' !== ($prints[$one->checksum] ?? '')) {
                $toSee[] = $file;
            }
        }
        $ends = $this->ends->within($volume, $toSee, $seconds);
        foreach ($toSee as $file) {
            $end = $ends[$file->path] ?? null;
            if (null === $end) {
                $unread[$file->path] = true;
            } elseif ($end !== $prints[$still[$file->text()]->checksum ?? '']) {
                unset($still[$file->text()]);
            }
        }

        return [$still, $unread];
    }

    /**
     * @param array<string, list<CopyOfFile>> $copies by checksum
     * @param array<string, string>           $letGo  the same
     */
    private function file(CardFile $file, ?KnownOnCard $known, Holdings $holdings, array $copies, array $letGo, bool $unread): FileToClear
    {
        $of = null === $known?->checksum ? null : $copies[$known->checksum] ?? null;

        return new FileToClear($file, null !== $of, $of ?? [], $known?->unreadable, match (true) {
            $unread => Lack::EndsUnread,
            null === $known?->checksum && null === $known?->unreadable && (null !== $holdings->heldAs($file) || null !== $holdings->letGoAs($file)) => Lack::NotCompared,
            default => null,
        }, match (true) {
            $known->nodded ?? false => PhotographersWord::Nodded,
            isset($letGo[$known?->checksum]) => PhotographersWord::LetGo,
            $known->leftOut ?? false => PhotographersWord::LeftOut,
            default => PhotographersWord::Nothing,
        }, $known?->twin);
    }

    /** @param array<string, KnownOnCard> $known by path; where it says all, no end of a file is read */
    private function holdings(Volume $volume, CardListing $listing, array $known): Holdings
    {
        foreach ($listing->files as $file) {
            if (($file->kind->isMissed() || $file->kind->goesWithAStill()) && null === ($known[$file->text()] ?? null)?->checksum) {
                $contents = $this->readings->whole($volume)->withClips()->withLoose();

                return $this->holdings->of(CardsOnDesk::of($volume), [...$contents->frames, ...$contents->loose]);
            }
        }

        return Holdings::none();
    }
}
