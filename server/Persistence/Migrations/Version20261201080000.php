<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Lines are found by print and by name only while they wait or have failed, and by file only once they have one: each of these indexes cost two entries for every file that came in. */
final class Version20261201080000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Indexes of receipt lines only where they are asked for';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('DROP INDEX line_print, line_promise, line_file');
        $this->addSql("CREATE INDEX line_print ON receipt_line (quick_print) WHERE outcome = 'waiting' AND quick_print IS NOT NULL");
        $this->addSql("CREATE INDEX line_promise ON receipt_line (folder, outcome) WHERE outcome IN ('waiting', 'failed')");
        $this->addSql('CREATE INDEX line_file ON receipt_line (file_id) WHERE file_id IS NOT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP INDEX line_print, line_promise, line_file');
        $this->addSql('CREATE INDEX line_print ON receipt_line (quick_print, outcome)');
        $this->addSql('CREATE INDEX line_promise ON receipt_line (folder, outcome)');
        $this->addSql('CREATE INDEX line_file ON receipt_line (file_id)');
    }
}
