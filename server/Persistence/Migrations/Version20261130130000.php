<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Which of the ledgers that were made from one another this is. */
final class Version20261130130000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'The turn of this ledger, and what tells it from others of the same identity';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE ledger_identity ADD turn INT NOT NULL DEFAULT 1, ADD here VARCHAR(36) NOT NULL DEFAULT gen_random_uuid()::text');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE ledger_identity DROP turn, DROP here');
    }
}
