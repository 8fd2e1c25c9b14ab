<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261129090000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Devices are known by what stays with them';
    }

    public function up(Schema $schema): void
    {
        // What stands there is the system's name of the moment ("sdb"), or a simulated drive's. It is looked at again when the store is there.
        $this->addSql("UPDATE store SET device = NULL WHERE device NOT LIKE 'the drive %'");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('SELECT 1');
    }
}
