<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Conversion;

use VelvetLedger\Core\Dng\Converted;
use VelvetLedger\Core\Dng\CouldNotConvert;
use VelvetLedger\Core\Dng\EmbeddedOriginal;
use VelvetLedger\Core\Stamp\CouldNotStamp;
use VelvetLedger\Core\Stamp\Embedding;
use VelvetLedger\Core\Stamp\Embeds;
use VelvetLedger\Core\Stamp\StampsXmp;
use VelvetLedger\Server\Persistence\Conversions\ConversionRow;
use VelvetLedger\Server\Persistence\Stamps\FrameKeywords;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Stamps\Scratch;

/** Writes a frame's stamp into a DNG that was made just now, before it lies under its name anywhere; its mosaic, and an original in it, stay as they were proven. */
final readonly class StampsDng
{
    public function __construct(private StampQueue $frames, private FrameKeywords $keywords, private Embeds $embeds, private StampsXmp $stamps, private Scratch $scratch)
    {
    }

    /**
     * @return array{Converted, array{revision: int, written: string|null}} where it lies now, and what of it is ours
     *
     * @throws CouldNotConvert|CouldNotStamp
     */
    public function stamp(ConversionRow $row, Converted $made): array
    {
        $frame = $this->frames->asked([$row->frame])[$row->frame] ?? null;
        if (null === $frame) {
            return [$made, ['revision' => 0, 'written' => null]];
        }
        $words = array_values($this->keywords->of([$row->frame])[$row->frame] ?? []);
        $stamp = $frame->stamp->carrying($frame->rating, $frame->remarks, $words, $frame->origin->of($row->originalName));
        $to = $this->scratch->path('.dng');
        $embedding = Embedding::prepare($this->stamps, $made->path, $to, $stamp);
        $this->embeds->ask($row->id, $embedding);
        do {
            $answers = $this->embeds->answers();
        } while (!\array_key_exists($row->id, $answers));
        if (null !== $answers[$row->id]) {
            throw $answers[$row->id]->about($row->originalName);
        }
        if ($row->wanted->embedsRaw) {
            EmbeddedOriginal::restore($to, static fn (string $piece) => null);
        }
        touch($to, $row->modifiedAt);
        clearstatcache(true, $to);
        $stamped = new Converted($to, $made->rawBytes, (int) filesize($to), $made->digest, $made->camera, $made->width, $made->height);
        @unlink($made->path);

        return [$stamped, ['revision' => $frame->revision, 'written' => json_encode($embedding->written->document(), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE)]];
    }
}
