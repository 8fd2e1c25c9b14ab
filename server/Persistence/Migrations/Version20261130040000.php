<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What raws' sensors took of the light, where somebody asked. */
final class Version20261130040000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'What sensors took of the light';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE frame_sensor (frame_id INT NOT NULL PRIMARY KEY REFERENCES frame (id) ON DELETE CASCADE, red DOUBLE PRECISION, green DOUBLE PRECISION, blue DOUBLE PRECISION, stops DOUBLE PRECISION, because TEXT, read_at TIMESTAMPTZ(6) NOT NULL)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE frame_sensor');
    }
}
