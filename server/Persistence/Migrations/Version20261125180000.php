<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261125180000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Pictures that were cut off, what orders left on cards, and where lost copies were found';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE receipt_line ADD incomplete TEXT, ADD by_order BOOLEAN NOT NULL DEFAULT false');
        $this->addSql('CREATE INDEX line_incomplete ON receipt_line (intake_id) WHERE incomplete IS NOT NULL');
        // What was written so far: an order said why, a hand did not.
        $this->addSql("UPDATE receipt_line SET by_order = true WHERE outcome = 'left out' AND (reason LIKE 'raw only:%' OR reason LIKE 'JPEG only:%')");
        // found_path: where a file of its bytes was found on the same store, read in full at found_at; its path from the photographer's word on.
        $this->addSql('ALTER TABLE copy ADD found_path TEXT, ADD found_at TIMESTAMPTZ(6)');
        $this->addSql('CREATE INDEX copy_found ON copy (id) WHERE found_path IS NOT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('What was cut off on its card would be forgotten.');
    }
}
