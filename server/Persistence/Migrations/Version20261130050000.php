<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Frames that were put together by hand, or taken out of what the ledger put together. */
final class Version20261130050000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Groups by hand';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE frame_together (frame_id INT NOT NULL PRIMARY KEY REFERENCES frame (id) ON DELETE CASCADE, together INT NOT NULL)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE frame_together');
    }
}
