<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What was begun is found at once, also where it was called off since. */
final class Version20261201060000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'An index of steps that were begun';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE INDEX step_begun ON step (store_id) WHERE begun');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP INDEX step_begun');
    }
}
