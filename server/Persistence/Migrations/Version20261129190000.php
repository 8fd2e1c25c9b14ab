<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Cards and drives are seen by machines: which stores which machine saw, and where an intake was begun. */
final class Version20261129190000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Machines, and what they see';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE machine (id VARCHAR(16) PRIMARY KEY, name TEXT NOT NULL, seen_at TIMESTAMPTZ(6) NOT NULL)');
        $this->addSql('CREATE TABLE store_sighting (store_id INT NOT NULL REFERENCES store (id) ON DELETE CASCADE, machine VARCHAR(16) NOT NULL REFERENCES machine (id) ON DELETE CASCADE, path TEXT NOT NULL, device TEXT, seen_at TIMESTAMPTZ(6) NOT NULL, PRIMARY KEY (store_id, machine))');
        $this->addSql('ALTER TABLE intake ADD machine VARCHAR(16)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE intake DROP machine');
        $this->addSql('DROP TABLE store_sighting');
        $this->addSql('DROP TABLE machine');
    }
}
