<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stamps;

use Psr\Log\LoggerInterface;
use VelvetLedger\Core\Stamp\BegunPicture;
use VelvetLedger\Core\Stamp\Embedding;
use VelvetLedger\Core\Stamp\Embeds;
use VelvetLedger\Core\Stamp\Keyword;
use VelvetLedger\Core\Stamp\PictureOrder;
use VelvetLedger\Core\Stamp\Place;
use VelvetLedger\Core\Stamp\StampStyle;
use VelvetLedger\Core\Transfer\Care;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Core\Transfer\Timings;
use VelvetLedger\Core\Transfer\WrittenFile;
use VelvetLedger\Server\Persistence\Intakes\WaitingFile;
use VelvetLedger\Server\Persistence\Stamps\FrameKeywords;
use VelvetLedger\Server\Persistence\Stamps\FrameToStamp;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Tools\BeginsPicturesBeside;

/**
 * Stamps pictures between the card and the stores: what comes in under a final name has its stamp. The card is read once,
 * into the scratch folder, see BeginsPictures; those that it leaves are written by ExifTool.
 */
final class StampsAtIntake
{
    /** @var array<int, array{PictureOrder, int}> line => what is begun beside, the stamp's revision */
    private array $begun = [];

    /** @var array<int, array{PictureOrder, int, string, WrittenFile, Embedding}> line => what others write, the stamp's revision, where it was read to, what was read, what is written */
    private array $left = [];

    /** @var array<int, StampedCardPicture|string> line => see end() */
    private array $came = [];

    /** @var array<int, array{FrameToStamp, list<Keyword>}> by frame, of those looked up last */
    private array $frame = [];

    public function __construct(private readonly StampQueue $frames, private readonly FrameKeywords $keywords, private readonly BeginsPicturesBeside $beside, private readonly Embeds $embeds, private readonly Scratch $scratch, private readonly LoggerInterface $log)
    {
    }

    /**
     * Looks up what these are to say, many at a time, before they are begun.
     *
     * @param list<WaitingFile> $lines
     */
    public function look(array $lines): void
    {
        $lines = array_filter($lines, static fn (WaitingFile $line): bool => $line->isToBeStamped && Place::Inside === Place::of($line->to, new StampStyle(dngSidecar: false)));
        $asked = $this->frames->asked(array_values(array_unique(array_filter(array_map(static fn (WaitingFile $line): ?int => $line->frame, $lines), \is_int(...)))));
        $keywords = $this->keywords->of(array_keys($asked));
        $this->frame = array_map(static fn (FrameToStamp $frame): array => [$frame, array_values($keywords[$frame->id] ?? [])], $asked);
    }

    /**
     * Has files read from their card into the scratch folder, and their stamps written there.
     *
     * @param array<int, array{WaitingFile, SourceFile}> $lines by line; each was looked up
     * @param Care                                       $care  of the intake
     */
    public function begin(array $lines, Care $care): void
    {
        foreach ($lines as $number => [$line, $source]) {
            [$frame, $keywords] = $this->frame[$line->frame ?? 0] ?? [null, []];
            if (null === $frame || Place::Inside !== Place::of($line->to, $frame->stamp->style)) {
                continue;
            }
            $stamp = $frame->stamp->with($keywords, $frame->origin->of(basename($line->file->path)));
            $order = new PictureOrder($number, $source, $this->scratch->path(), $this->scratch->path(), $stamp, $care->readTwice);
            $this->begun[$number] = [$order, $frame->revision];
            $this->beside->ask($order);
        }
    }

    /**
     * What came of lines that were begun, others being stamped meanwhile.
     *
     * @param list<int> $lines
     *
     * @return array<int, StampedCardPicture|string> line => in its place, or why it comes in without a stamp; none for those that are to bear none, or could not be read
     */
    public function end(array $lines, Timings $timings): array
    {
        $these = array_flip($lines);
        while ([] !== array_intersect_key($this->begun + $this->left, $these)) {
            $this->hear($timings);
        }
        $came = array_intersect_key($this->came, $these);
        $this->came = array_diff_key($this->came, $these);

        return $came;
    }

    /** The run ends where it is: nothing of what was begun is left. */
    public function abandon(): void
    {
        while ([] !== $this->begun || [] !== $this->left) {
            $this->hear(new Timings());
        }
        foreach ($this->came as $picture) {
            if ($picture instanceof StampedCardPicture) {
                @unlink($picture->path);
            }
        }
        $this->came = [];
    }

    private function hear(Timings $timings): void
    {
        foreach ($this->beside->answers([] === $this->left) as $number => $begun) {
            $timings->stampedBeside($begun->reading, $begun->stamping);
            $this->isBegun($number, $begun);
        }
        foreach ([] === $this->left ? [] : $this->embeds->answers() as $number => $failure) {
            [$order, $revision, $from, $read, $embedding] = $this->left[$number];
            unset($this->left[$number]);
            @unlink($from);
            $this->came[$number] = null === $failure ? $this->stamped($order, $revision, $read, $embedding) : $failure->about($order->source->path)->getMessage();
        }
    }

    private function isBegun(int $number, BegunPicture $begun): void
    {
        [$order, $revision] = $this->begun[$number];
        unset($this->begun[$number]);
        if (null !== $begun->unread) {
            $this->log->info('{file} is left to the intake itself: {reason}', ['file' => $order->source->path, 'reason' => $begun->unread]);
        } elseif (null !== $begun->refused || null === $begun->read || null === $begun->embedding) {
            $this->came[$number] = (string) $begun->refused;
        } elseif ($begun->isStamped) {
            @unlink((string) $begun->path);
            $this->came[$number] = $this->stamped($order, $revision, $begun->read, $begun->embedding);
        } else {
            $this->left[$number] = [$order, $revision, (string) $begun->path, $begun->read, $begun->embedding];
            $this->embeds->ask($number, $begun->embedding);
        }
    }

    private function stamped(PictureOrder $order, int $revision, WrittenFile $read, Embedding $embedding): StampedCardPicture
    {
        touch($order->to, $order->source->modifiedAt);
        clearstatcache(true, $order->to);

        return new StampedCardPicture($order->to, (int) filesize($order->to), $order->source, $read, $embedding->written, $revision, $embedding->picture);
    }
}
