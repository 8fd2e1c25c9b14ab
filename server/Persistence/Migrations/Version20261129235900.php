<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Intakes of several cards that were begun on one desk bear the number of the first of them. */
final class Version20261129235900 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Which intakes were begun together';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE intake ADD begun_with INT');
        $this->addSql('CREATE INDEX intake_begun_with ON intake (begun_with) WHERE begun_with IS NOT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE intake DROP begun_with');
    }
}
