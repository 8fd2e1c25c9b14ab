<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** For whom each run of an intake waited: the card, its reader's port (megabits a second), the stores, the stamps. */
final class Version20261129235700 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Which of card, reader and drive was the slow one';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("CREATE TABLE intake_wait (intake_id INT NOT NULL REFERENCES intake (id) ON DELETE CASCADE, run INT NOT NULL, port INT, seconds DOUBLE PRECISION NOT NULL DEFAULT 0, bytes BIGINT NOT NULL DEFAULT 0, waited JSONB NOT NULL DEFAULT '{}', PRIMARY KEY (intake_id, run))");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE intake_wait');
    }
}
