<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What is measured on frames' pictures is kept with the frames; those that there are, are measured bit by bit. */
final class Version20261129233000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Measurements of frames';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE frame ADD measured_by SMALLINT NOT NULL DEFAULT 0');
        $this->addSql('CREATE INDEX frame_to_measure ON frame (id) WHERE measured_by = 0');
        $this->addSql('CREATE INDEX frame_measured_later ON frame (id) WHERE measured_by = -1');
        $this->addSql('CREATE TABLE frame_measurement (frame_id INT PRIMARY KEY REFERENCES frame (id) ON DELETE CASCADE, version SMALLINT NOT NULL, measured_at TIMESTAMPTZ(6) NOT NULL, mean REAL, black REAL, clipped REAL, brightest SMALLINT, focus REAL, sharpness JSON, print VARCHAR(16), colours VARCHAR(54), because TEXT)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE frame_measurement');
        $this->addSql('DROP INDEX frame_to_measure');
        $this->addSql('DROP INDEX frame_measured_later');
        $this->addSql('ALTER TABLE frame DROP measured_by');
    }
}
