<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Frames are turned in a first look: by so many quarters to the right. */
final class Version20261130030000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Frames are turned';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE judgement ADD turned SMALLINT NOT NULL DEFAULT 0');
        $this->addSql('ALTER TABLE look_judged ADD from_turned SMALLINT NOT NULL DEFAULT 0, ADD to_turned SMALLINT NOT NULL DEFAULT 0');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE judgement DROP turned');
        $this->addSql('ALTER TABLE look_judged DROP from_turned, DROP to_turned');
    }
}
