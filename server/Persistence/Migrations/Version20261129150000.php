<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What a person asked for and is not done yet is a row: a copy that is to be mended; and that an intake was stopped at a person's word, whatever its sentence says. */
final class Version20261129150000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Mending is asked for; stopping by wish is told apart';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE copy ADD mend_asked_at TIMESTAMPTZ(6)');
        $this->addSql('CREATE INDEX copy_to_mend ON copy (store_id, id) WHERE mend_asked_at IS NOT NULL');
        $this->addSql('ALTER TABLE intake ADD stopped_by_wish BOOLEAN NOT NULL DEFAULT false');
        $this->addSql("UPDATE intake SET stopped_by_wish = true WHERE state = 'stopped' AND stopped_because LIKE 'You stopped it.%'");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE intake DROP stopped_by_wish');
        $this->addSql('ALTER TABLE copy DROP mend_asked_at');
    }
}
