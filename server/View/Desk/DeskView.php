<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Desk;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\LooseFiles;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Card\Trouble;
use VelvetLedger\Core\Held\Holdings;
use VelvetLedger\Core\Shoot\CaptureOrder;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Cards\Reading;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Stores\Store;
use VelvetLedger\Server\View\Stores\StoreView;

/** A card, or several, as their desk shows them: the slip's numbers, the frames read so far in order of capture, the rest by name. */
final readonly class DeskView
{
    public string $id;
    public string $label;

    /** @var list<DeskCardView> */
    public array $cards;

    public bool $complete;
    public int $framesInAll;
    public int $filesInAll;
    public int $bytesInAll;

    /** @var array<string, int> files by what they are counted as */
    public array $kinds;

    /** @var list<CardFrameView> */
    public array $frames;

    /** @var list<OtherFileView> */
    public array $others;

    public StoreView $store;

    /**
     * @param string $order        name of the standing order last used for it, or of the default
     * @param bool   $copiesLooked whether the copies of what is held were looked at just now; they are being, otherwise
     */
    public function __construct(CardsOnDesk $desk, Reading $reading, Holdings $holdings, public string $order, Store $store, public bool $copiesLooked)
    {
        $contents = $reading->contents;
        $this->id = $desk->id();
        $this->label = $desk->label();
        $this->cards = array_values(array_map(static fn (Volume $volume): DeskCardView => new DeskCardView($volume->id, $volume->label()), $desk->volumes));
        $this->complete = $reading->isComplete();
        $this->framesInAll = $reading->framesInAll;
        $this->filesInAll = $reading->filesInAll;
        $this->bytesInAll = $reading->bytesInAll;
        $this->frames = array_map(static fn (ReadFrame $frame): CardFrameView => new CardFrameView($frame, $holdings, $desk->volumeOf($frame->factsFrom ?? $frame->frame->lead())->id), CaptureOrder::ofRead($contents->frames));
        $this->others = [
            ...array_map(static fn (CardFile $file): OtherFileView => new OtherFileView($file->where(), $file->kind->value, $file->bytes, $file->kind->isClip(), LooseFiles::canCome($file)), $contents->others),
            ...array_map(static fn (Trouble $trouble): OtherFileView => new OtherFileView($trouble->where(), $trouble->reason, 0, false, false), $contents->troubles),
        ];
        $kinds = [];
        foreach ([...array_merge(...array_map(static fn (ReadFrame $frame): array => $frame->frame->files, $contents->frames)), ...$contents->others] as $file) {
            $kinds[$file->countedAs()] = ($kinds[$file->countedAs()] ?? 0) + 1;
        }
        $this->kinds = $kinds;
        $this->store = new StoreView($store);
    }
}
