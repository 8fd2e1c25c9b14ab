<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Why the ledger could not be dumped, or its dump not be put at a store, is kept until it is tried again. */
final class Version20261201050000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Why a dump could not be made or carried';
    }

    public function up(Schema $schema): void
    {
        // Without a store: none was made.
        $this->addSql('CREATE TABLE dump_trouble (store_id INT REFERENCES store (id), at TIMESTAMP(0) WITH TIME ZONE NOT NULL, because TEXT NOT NULL, UNIQUE NULLS NOT DISTINCT (store_id))');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE dump_trouble');
    }
}
