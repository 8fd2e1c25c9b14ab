<?php

declare(strict_types=1);

namespace VelvetLedger\Bench;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Capture\FactsDocument;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Budget;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\NoPicture;

/** One mutated file through the reader, JSON and the database; throws where anything but facts or an error of ours comes of it. */
final class FuzzRound
{
    public int $read = 0;
    public int $refused = 0;
    public int $stored = 0;

    /** Most of the budget that any took, and of the last: milliseconds, megabytes. */
    public int $most = 0;
    public float $milliseconds = 0;
    public float $megabytes = 0;

    public function __construct(private readonly Mutations $mutations, private readonly ?Connection $database = null)
    {
        if (null === $database) {
            return;
        }
        $database->executeStatement('CREATE TEMP TABLE IF NOT EXISTS fuzzed (LIKE frame INCLUDING DEFAULTS)');
        foreach (['id', 'shoot_id', 'intake_id', 'card_key', 'stem', 'folder', 'original_name', 'taken_at', 'time_source', 'clock_correction'] as $column) {
            $database->executeStatement("ALTER TABLE fuzzed ALTER $column DROP NOT NULL");
        }
    }

    /** @return list<string> real cameras' files below a folder */
    public static function files(string $folder): array
    {
        $files = [];
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($folder, \FilesystemIterator::SKIP_DOTS)) as $file) {
            if ($file instanceof \SplFileInfo && $file->isFile() && Kind::ofPath(basename($file->getPathname()))->isStill()) {
                $files[] = $file->getPathname();
            }
        }
        sort($files);

        return $files;
    }

    public function run(int $seed): void
    {
        $bytes = $this->mutations->of($seed);
        $budget = new Budget();
        memory_reset_peak_usage();
        $before = memory_get_usage();
        $start = hrtime(true);
        try {
            $facts = CoreFactsReader::of(Bytes::ofString($bytes, $budget));
            ++$this->read;
        } catch (BrokenFile|NoPicture) {
            $facts = null;
            ++$this->refused;
        } catch (\Throwable $other) {
            throw new \LogicException(\sprintf('Seed %d: %s: %s at %s:%d', $seed, $other::class, $other->getMessage(), $other->getFile(), $other->getLine()), 0, $other);
        }
        $this->milliseconds = (hrtime(true) - $start) / 1e6;
        $this->megabytes = (memory_get_peak_usage() - $before) / 1e6;
        $this->most = max($this->most, $budget->spent);
        if (null !== $facts) {
            $this->store($facts, $seed);
        }
    }

    private function store(CaptureFacts $facts, int $seed): void
    {
        $json = json_encode(FactsDocument::of($facts), \JSON_THROW_ON_ERROR);
        $decoded = json_decode($json, true);
        $again = FactsDocument::toFacts(\is_array($decoded) ? $decoded : []);
        if (json_encode(FactsDocument::of($again), \JSON_THROW_ON_ERROR) !== $json) {
            throw new \LogicException("Seed $seed: its facts come back from JSON as others: $json");
        }
        if (null !== $this->database) {
            $this->database->executeStatement(
                'INSERT INTO fuzzed (camera_time, subsecond, utc_offset, make, body, serial, lens, iso, orientation, width, height, facts) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)',
                [$facts->takenAt?->local, $facts->takenAt?->subsecond, $facts->takenAt?->offset, $facts->gear->make, $facts->gear->model, $facts->gear->serial, $facts->gear->lens, $facts->exposure->iso, $facts->image->orientation, $facts->image->width, $facts->image->height, $json],
            );
            ++$this->stored;
        }
    }
}
