<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Copies are found by their places whatever their case: many drives tell no upper from lower case, and there one is in the other's way. */
final class Version20261130090000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Places of copies whatever their case';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE INDEX copy_place_folded ON copy (store_id, lower(path))');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP INDEX copy_place_folded');
    }
}
