<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stamps;

use Psr\Log\LoggerInterface;
use VelvetLedger\Core\Stamp\CouldNotStamp;
use VelvetLedger\Core\Stamp\Embedding;
use VelvetLedger\Core\Stamp\Embeds;
use VelvetLedger\Core\Stamp\Place;
use VelvetLedger\Core\Stamp\StampStyle;
use VelvetLedger\Core\Stamp\StampsXmp;
use VelvetLedger\Core\Transfer\Care;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\Medium;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Core\Transfer\Task;
use VelvetLedger\Core\Transfer\Timings;
use VelvetLedger\Core\Transfer\Writer;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Core\Transfer\WrittenFile;
use VelvetLedger\Server\Persistence\Intakes\WaitingFile;
use VelvetLedger\Server\Persistence\Stamps\FrameKeywords;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;

/**
 * Stamps pictures between the card and the stores: what comes in under a final name has its stamp. The card is read once,
 * into the scratch folder, and what is read there has its checksum before anything is written into a copy of it.
 */
final class StampsAtIntake
{
    /** @var array<int, array{string, string, string, WrittenFile, Embedding, int, SourceFile}> line => path on the card, where it was read to, where it will lie stamped, what was read, what is written, the stamp's revision, the card's file */
    private array $under = [];

    /** @var array<int, StampedCardPicture|string> line => see end() */
    private array $came = [];

    public function __construct(private readonly StampQueue $frames, private readonly FrameKeywords $keywords, private readonly Embeds $embeds, private readonly StampsXmp $stamps, private readonly Scratch $scratch, private readonly Medium $medium, private readonly LoggerInterface $log)
    {
    }

    /**
     * Reads files from their card into the scratch folder, and has their stamps written there.
     *
     * @param array<int, array{WaitingFile, SourceFile}> $lines by line
     * @param Care                                       $care  of the intake
     */
    public function begin(array $lines, Care $care, Timings $timings): void
    {
        $lines = array_filter($lines, static fn (array $line): bool => Place::Inside === Place::of($line[0]->to, new StampStyle(dngSidecar: false)));
        $asked = $this->frames->asked(array_values(array_unique(array_filter(array_map(static fn (array $line): ?int => $line[0]->frame, $lines), \is_int(...)))));
        $keywords = $this->keywords->of(array_keys($asked));
        foreach ($lines as $number => [$line, $source]) {
            $frame = $asked[$line->frame ?? 0] ?? null;
            if (null === $frame || Place::Inside !== Place::of($line->to, $frame->stamp->style)) {
                continue;
            }
            $from = $this->scratch->path();
            try {
                $order = CopyOrder::of($number, $source, [$from], WriterMark::of(Task::BringIn, $number, 0));
                $read = (new Writer($this->medium))->write($order, static fn (int $bytes) => null, timings: $timings);
                $from = $order->targets[0]->temporary;
                if ($care->readTwice) {
                    $this->readAgain($source, $read->checksum);
                }
                $stamp = $frame->stamp->with(array_values($keywords[$frame->id] ?? []), $frame->origin->of(basename($line->file->path)));
                $to = $this->scratch->path();
                $embedding = Embedding::prepare($this->stamps, $from, $to, $stamp);
                $this->embeds->ask($number, $embedding);
                $this->under[$number] = [$line->file->path, $from, $to, $read, $embedding, $frame->revision, $source];
            } catch (CouldNotCopy $broke) {
                @unlink($from);
                $this->log->info('{file} is left to the intake itself: {reason}', ['file' => $line->file->path, 'reason' => $broke->getMessage()]);
            } catch (CouldNotStamp $failure) {
                @unlink($from);
                $this->came[$number] = $failure->about($line->file->path)->getMessage();
            }
        }
    }

    /**
     * What came of lines that were begun, others being stamped meanwhile.
     *
     * @param list<int> $lines
     *
     * @return array<int, StampedCardPicture|string> line => in its place, or why it comes in without a stamp; none for those that are to bear none, or could not be read
     */
    public function end(array $lines): array
    {
        $these = array_flip($lines);
        while ([] !== array_intersect_key($this->under, $these)) {
            $this->hear();
        }
        $came = array_intersect_key($this->came, $these);
        $this->came = array_diff_key($this->came, $these);

        return $came;
    }

    /** The run ends where it is: nothing of what was begun is left. */
    public function abandon(): void
    {
        while ([] !== $this->under) {
            $this->hear();
        }
        foreach ($this->came as $picture) {
            if ($picture instanceof StampedCardPicture) {
                @unlink($picture->path);
            }
        }
        $this->came = [];
    }

    private function hear(): void
    {
        foreach ($this->embeds->answers() as $number => $failure) {
            [$path, $from, $to, $read, $embedding, $revision, $source] = $this->under[$number];
            unset($this->under[$number]);
            @unlink($from);
            if (null === $failure) {
                touch($to, $source->modifiedAt);
                clearstatcache(true, $to);
                $this->came[$number] = new StampedCardPicture($to, (int) filesize($to), $source, $read, $embedding->written, $revision, $embedding->picture);
            } else {
                $this->came[$number] = $failure->about($path)->getMessage();
            }
        }
    }

    private function readAgain(SourceFile $source, string $checksum): void
    {
        $this->medium->forget($source->path);
        $stream = $source->open();
        $again = Checksum::ofStream($stream);
        fclose($stream);
        if ($again !== $checksum) {
            throw CouldNotCopy::copyDiffers($source->path, $checksum, $again);
        }
    }
}
