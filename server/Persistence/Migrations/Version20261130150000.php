<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What was taken in of other ledgers, row by row, so that taken in again nothing doubles. */
final class Version20261130150000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Ledgers that were taken in, and which row of theirs is which here';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE taken_in (ledger VARCHAR(36) NOT NULL PRIMARY KEY, taken_at TIMESTAMP(0) WITH TIME ZONE NOT NULL, dumped_at TIMESTAMP(3) WITH TIME ZONE NOT NULL)');
        $this->addSql('CREATE TABLE taken_in_row (ledger VARCHAR(36) NOT NULL REFERENCES taken_in (ledger) ON DELETE CASCADE, kind VARCHAR(20) NOT NULL, theirs INT NOT NULL, ours INT NOT NULL, is_new BOOLEAN NOT NULL, PRIMARY KEY (ledger, kind, theirs))');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE taken_in_row');
        $this->addSql('DROP TABLE taken_in');
    }
}
