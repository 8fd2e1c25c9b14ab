<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;
use VelvetLedger\Core\Stamp\Place;
use VelvetLedger\Core\Stamp\StampStyle;

final class Version20261129003000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Which file facts are of, where files bear their stamps and which pictures they hold, and numbers of runs';
    }

    public function up(Schema $schema): void
    {
        // A number for each run of a writer that is no intake's, so that no two write to one temporary file.
        $this->addSql('CREATE SEQUENCE work_run');
        // facts_from: path on the card of the file that the facts of a frame are of; null where an earlier version did not say.
        // stamp_left: up to which revision the photographer left files of it as another program changed them.
        // stamp_found: what came to a file of it that could not be stamped, see PictureChange.
        $this->addSql('ALTER TABLE frame ADD facts_from TEXT, ADD stamp_left INT NOT NULL DEFAULT 0, ADD stamp_found VARCHAR(8)');
        // bears: where the stamp of a file is written, by the rule in the core; picture: digest of its coded pictures, where it was read.
        $this->addSql("ALTER TABLE file ADD bears VARCHAR(8) NOT NULL DEFAULT 'nowhere', ADD picture VARCHAR(32)");
        foreach ($this->connection->fetchFirstColumn('SELECT DISTINCT ending FROM file') as $ending) {
            foreach ([false, true] as $sidecar) {
                \assert(\is_string($ending));
                $this->addSql(\sprintf("UPDATE file f SET bears = '%s' FROM frame r WHERE r.id = f.frame_id AND f.ending = %s AND coalesce((r.stamp->>'jpegSidecar')::boolean, false) = %s", Place::ofEnding($ending, new StampStyle(jpegSidecar: $sidecar, dngSidecar: false))->value, $this->connection->quote($ending), $sidecar ? 'true' : 'false'));
            }
        }
        // What was forgotten when an intake was cut off and gone on with is owed again.
        $this->addSql("UPDATE frame r SET restamp = true WHERE stamp IS NOT NULL AND stamp_note IS NULL AND NOT restamp AND EXISTS (SELECT 1 FROM file f WHERE f.frame_id = r.id AND f.bears = 'beside') AND NOT EXISTS (SELECT 1 FROM file f WHERE f.frame_id = r.id AND f.bears = 'itself')");
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Which stamps are owed would be forgotten.');
    }
}
