<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What is still open is asked for again and again: raws that could not be converted are found without looking at all that were. */
final class Version20261129235000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Raws that could not be converted are found by an index';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("CREATE INDEX conversion_open ON conversion (intake_id) WHERE state IN ('waiting', 'refused')");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP INDEX conversion_open');
    }
}
