<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What a shoot is work of is asked of its own frames; by number alone, all frames before them were gone through. */
final class Version20261130160000 extends AbstractMigration
{
    private const WORK_OF = "CREATE OR REPLACE FUNCTION work_of(h shoot) RETURNS TEXT LANGUAGE sql STABLE AS \$\$ SELECT coalesce(h.kind_of_work, (SELECT i.standing_order->'destination'->>'kindOfWork' FROM %s), '') \$\$";

    public function getDescription(): string
    {
        return 'The work of a shoot by its own frames';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(\sprintf(self::WORK_OF, 'intake i WHERE i.id = (SELECT r.intake_id FROM frame r WHERE r.shoot_id = h.id ORDER BY r.id + 0 LIMIT 1)'));
    }

    public function down(Schema $schema): void
    {
        $this->addSql(\sprintf(self::WORK_OF, 'frame r JOIN intake i ON i.id = r.intake_id WHERE r.shoot_id = h.id ORDER BY r.id LIMIT 1'));
    }
}
