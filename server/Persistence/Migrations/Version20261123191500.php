<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What "have we got this already" asks for: sizes of originals, and the exposure that a frame is of. */
final class Version20261123191500 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Held: exposure identity, index of sizes';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE frame ADD exposure_identity VARCHAR(32) DEFAULT NULL');
        $this->addSql('CREATE INDEX frame_exposure ON frame (exposure_identity)');
        $this->addSql('CREATE INDEX ledger_file_bytes ON ledger_file (bytes)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP INDEX ledger_file_bytes');
        $this->addSql('ALTER TABLE frame DROP exposure_identity');
    }
}
