<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

use VelvetLedger\Core\Dng\DngWanted;
use VelvetLedger\Core\Document\Fields;

/** Whether an order makes DNGs of raws, and how. */
final readonly class DngsWanted
{
    private const EDGE = 2048;
    private const LEAST_EDGE = 256;
    private const MOST_EDGE = 16_384;

    private function __construct(public DngMode $mode, public DngWanted $how, public bool $cardWaits = false)
    {
    }

    public static function none(): self
    {
        return new self(DngMode::Off, new DngWanted(self::EDGE, false));
    }

    /**
     * @param int  $previewEdge pixels of the preview's longer side
     * @param bool $embedRaw    whether the raw goes into its DNG, to be restored byte for byte
     * @param bool $cardWaits   whether a card is cleared only when its raws are converted
     *
     * @throws CouldNotOrder
     */
    public static function of(DngMode $mode, int $previewEdge = self::EDGE, bool $embedRaw = false, bool $cardWaits = false): self
    {
        return $previewEdge >= self::LEAST_EDGE && $previewEdge <= self::MOST_EDGE ? new self($mode, new DngWanted($previewEdge, $embedRaw), $cardWaits) : throw CouldNotOrder::preview(self::LEAST_EDGE, self::MOST_EDGE);
    }

    /** @return array<string, mixed> */
    public function document(): array
    {
        return ['mode' => $this->mode->value, 'previewEdge' => $this->how->previewEdge, 'embedRaw' => $this->how->embedsRaw, 'cardWaits' => $this->cardWaits];
    }

    public static function read(Fields $fields): self
    {
        return $fields->make(static fn (): self => self::of($fields->oneOf('mode', DngMode::class, DngMode::Off), $fields->number('previewEdge', self::EDGE), true === $fields->any('embedRaw'), true === $fields->any('cardWaits')));
    }
}
