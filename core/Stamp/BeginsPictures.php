<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\Medium;
use VelvetLedger\Core\Transfer\Timings;
use VelvetLedger\Core\Transfer\Writer;

/**
 * Reads a picture from its card, once, and what is read has its checksum before anything is written into a copy of it. The
 * stamp of an ordinary one is written at once.
 */
final readonly class BeginsPictures
{
    public function __construct(private StampsXmp $stamps, private Medium $medium)
    {
    }

    public function begin(PictureOrder $order): BegunPicture
    {
        $timings = new Timings();
        $since = hrtime(true);
        $begun = $this->withoutTimes($order, $timings);
        $reading = (int) ($timings->seconds()[Timings::CARD] * 1e9);

        return $begun->within($reading, max(0, (int) (hrtime(true) - $since) - $reading));
    }

    private function withoutTimes(PictureOrder $order, Timings $timings): BegunPicture
    {
        $copy = $order->copy();
        $from = $copy->targets[1]->temporary;
        try {
            $read = (new Writer($this->medium))->write($copy, static fn (int $bytes) => null, timings: $timings);
            if ($order->readTwice) {
                $this->readAgain($order, $read->checksum, $timings);
            }
            $embedding = Embedding::prepare($this->stamps, $from, $order->to, $order->stamp);

            return BegunPicture::read($from, $read, $embedding, $embedding->writeOrdinary());
        } catch (CouldNotCopy $broke) {
            $order->discard();

            return BegunPicture::unread($broke->getMessage());
        } catch (CouldNotStamp $failure) {
            $order->discard();

            return BegunPicture::refused($failure->about($order->source->path)->getMessage());
        }
    }

    /** @throws CouldNotCopy */
    private function readAgain(PictureOrder $order, string $checksum, Timings $timings): void
    {
        $since = hrtime(true);
        $this->medium->forget($order->source->path);
        $stream = $order->source->open();
        $again = Checksum::ofStream($stream);
        fclose($stream);
        $timings->read($since, 0);
        if ($again !== $checksum) {
            throw CouldNotCopy::copyDiffers($order->source->path, $checksum, $again);
        }
    }
}
