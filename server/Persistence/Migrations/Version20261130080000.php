<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** How many frames are to be delivered; and selects that are copied or linked, rather than moved. */
final class Version20261130080000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'A number to deliver, and selects as copies';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE look_goal (lot TEXT NOT NULL PRIMARY KEY, frames INT NOT NULL)');
        // Of selects as copies either a pass says which they are, or frames that were picked.
        $this->addSql("ALTER TABLE shoot_selects ADD how VARCHAR(12) NOT NULL DEFAULT 'moved', ADD frames JSON, ALTER pass DROP NOT NULL");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DELETE FROM shoot_selects WHERE pass IS NULL');
        $this->addSql('ALTER TABLE shoot_selects DROP how, DROP frames, ALTER pass SET NOT NULL');
        $this->addSql('DROP TABLE look_goal');
    }
}
