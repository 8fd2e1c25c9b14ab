<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Selects that are kept in step with how a shoot is judged. */
final class Version20261130060000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Selects kept in step';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE shoot_selects (shoot_id INT NOT NULL PRIMARY KEY REFERENCES shoot (id) ON DELETE CASCADE, pass VARCHAR(30) NOT NULL, subfolder TEXT NOT NULL)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE shoot_selects');
    }
}
