<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261129060000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'How far a file that came from its twin was seen to be the same';
    }

    public function up(Schema $schema): void
    {
        // Bytes of the file on its own card that could be read, and are the same on the twin's; null where that is only believed, as it was in every earlier version.
        $this->addSql('ALTER TABLE receipt_line ADD twin_agreed BIGINT');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE receipt_line DROP twin_agreed');
    }
}
