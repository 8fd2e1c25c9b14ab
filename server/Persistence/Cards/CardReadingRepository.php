<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Cards;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Server\Persistence\Intakes\WaitingFile;

/** What files of a card were read in full without being copied: their checksums, by which they are known to be held. */
final readonly class CardReadingRepository
{
    private const ENTER = 'INSERT INTO card_reading (card_id, path, bytes, modified_at, checksum, because, read_at)
        SELECT %s, :path, :bytes, :modified, :checksum, :because, now() %s
        ON CONFLICT (card_id, path) DO UPDATE
        SET bytes = excluded.bytes, modified_at = excluded.modified_at, checksum = excluded.checksum, because = excluded.because, read_at = excluded.read_at';

    public function __construct(private Connection $database)
    {
    }

    public function wasRead(int $intake, WaitingFile $line, string $checksum): void
    {
        $this->database->executeStatement(\sprintf(self::ENTER, 'card_id', 'FROM intake WHERE id = :intake'), ['intake' => $intake, 'path' => $line->file->path, 'bytes' => $line->file->bytes, 'modified' => $line->file->modifiedAt, 'checksum' => $checksum, 'because' => null]);
    }

    /** @param string|null $because why there is no checksum */
    public function enter(Card $card, CardFile $file, ?string $checksum, ?string $because = null): void
    {
        $this->database->executeStatement(\sprintf(self::ENTER, ':card::int', ''), ['card' => $card->id(), 'path' => $file->text(), 'bytes' => $file->bytes, 'modified' => $file->modifiedAt, 'checksum' => $checksum, 'because' => $because]);
    }
}
