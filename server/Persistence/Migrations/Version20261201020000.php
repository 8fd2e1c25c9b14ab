<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * Sidecars with a text in a language, a notice, usage terms, an event or a description, may have it where no strict reader takes the packet:
 * see XmpTree::copy. They are written anew, as if they did not say yet what they should.
 */
final class Version20261201020000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Sidecars that strict readers refuse are written anew';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("UPDATE file SET stamp_revision = -1 WHERE bears = 'itself' AND jsonb_exists_any(CASE WHEN jsonb_typeof(written::jsonb->'texts') = 'object' THEN written::jsonb->'texts' END, ARRAY['notice', 'usageTerms', 'event', 'description'])");
        $this->addSql("UPDATE frame r SET restamp = true WHERE r.stamp IS NOT NULL AND r.stamp_left < r.stamp_revision AND r.id IN (SELECT frame_id FROM file WHERE bears = 'itself' AND stamp_revision = -1)");
    }

    public function down(Schema $schema): void
    {
        $this->addSql("UPDATE file f SET stamp_revision = r.stamp_revision FROM frame r WHERE r.id = f.frame_id AND f.bears = 'itself' AND f.stamp_revision = -1");
    }
}
