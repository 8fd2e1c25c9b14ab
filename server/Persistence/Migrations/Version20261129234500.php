<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** When a transaction ends, the database says what pages show that is another by now; once for each, however many rows it was. */
final class Version20261129234500 extends AbstractMigration
{
    private const TOLD = ['intake' => 'receipts', 'conversion' => 'receipts', 'shoot' => 'shoots', 'shoot_copies' => 'stores', 'store' => 'stores', 'step' => 'stores', 'proving' => 'stores', 'day_book_entry' => 'day book'];

    public function getDescription(): string
    {
        return 'What happens is told';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("CREATE FUNCTION tells() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN PERFORM pg_notify('ledger', TG_ARGV[0]); RETURN NULL; END $$");
        foreach (self::TOLD as $table => $topic) {
            $this->addSql("CREATE TRIGGER {$table}_tells AFTER INSERT OR UPDATE OR DELETE ON $table FOR EACH STATEMENT EXECUTE FUNCTION tells('$topic')");
        }
    }

    public function down(Schema $schema): void
    {
        foreach (array_keys(self::TOLD) as $table) {
            $this->addSql("DROP TRIGGER {$table}_tells ON $table");
        }
        $this->addSql('DROP FUNCTION tells()');
    }
}
