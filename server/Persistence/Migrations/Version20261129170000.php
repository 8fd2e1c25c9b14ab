<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** A proving goes on by slices: up to when proofs count as older than it, how far it came, and whose turn it is to go on. */
final class Version20261129170000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Provings go on by slices';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE proving ADD turn INT NOT NULL DEFAULT 0, ADD upto TIMESTAMPTZ(6), ADD reached INT NOT NULL DEFAULT 0, ADD files_reached INT NOT NULL DEFAULT 0, ADD bytes_reached BIGINT NOT NULL DEFAULT 0, ADD bad_reached INT NOT NULL DEFAULT 0, ADD sums INT NOT NULL DEFAULT 0');
    }

    public function postUp(Schema $schema): void
    {
        // Messages of the version before say less; whoever watches asks for what they were about.
        if (null !== $this->connection->fetchOne("SELECT to_regclass('messenger_messages')")) {
            $this->connection->executeStatement("DELETE FROM messenger_messages WHERE queue_name = 'work' AND body ~ '(Prove|MakeOwed)'");
        }
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE proving DROP turn, DROP upto, DROP reached, DROP files_reached, DROP bytes_reached, DROP bad_reached, DROP sums');
    }
}
