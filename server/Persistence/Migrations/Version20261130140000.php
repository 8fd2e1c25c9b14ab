<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** A ledger that was handed over by a drive is closed where it was. */
final class Version20261130140000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'When and by which store this ledger was handed over';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE ledger_identity ADD handed_over_at TIMESTAMP(0) WITH TIME ZONE DEFAULT NULL, ADD handed_over_by TEXT DEFAULT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE ledger_identity DROP handed_over_at, DROP handed_over_by');
    }
}
