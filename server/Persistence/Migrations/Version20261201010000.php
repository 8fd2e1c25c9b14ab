<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Indexes whose columns another begins with: each was one more to be kept for every file that comes in, and none was needed. */
final class Version20261201010000 extends AbstractMigration
{
    private const NEEDLESS = ['copy_file_id' => 'copy (file_id)', 'idx_b5f83ccd60393d62' => 'frame (shoot_id)', 'idx_b5f83ccd733de450' => 'frame (intake_id)', 'idx_476f8f7a733de450' => 'receipt_line (intake_id)', 'original_card' => 'original (card_id)'];

    public function getDescription(): string
    {
        return 'Indexes that others have in them';
    }

    public function up(Schema $schema): void
    {
        foreach (array_keys(self::NEEDLESS) as $index) {
            $this->addSql("DROP INDEX IF EXISTS $index");
        }
    }

    public function down(Schema $schema): void
    {
        foreach (self::NEEDLESS as $index => $of) {
            $this->addSql("CREATE INDEX IF NOT EXISTS $index ON $of");
        }
    }
}
