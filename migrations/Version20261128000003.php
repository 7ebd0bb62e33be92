<?php

declare(strict_types=1);

namespace Snugfit\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Messages wait in an outbox beside the state that they follow from; print files know who has them in hand. */
final class Version20261128000003 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE outbox (
            id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, body CLOB NOT NULL, claimed_until INTEGER DEFAULT 0 NOT NULL
        )');
        $this->addSql('ALTER TABLE print_file ADD COLUMN orders INTEGER DEFAULT 0 NOT NULL');
        $this->addSql('ALTER TABLE print_file ADD COLUMN attempt VARCHAR(16) DEFAULT NULL');
        $this->addSql('ALTER TABLE print_file ADD COLUMN worker VARCHAR(120) DEFAULT NULL');
        $this->addSql('ALTER TABLE print_file ADD COLUMN begun_at DATETIME DEFAULT NULL');
        $this->addSql('CREATE INDEX print_file_run_state ON print_file (run_id, state)');
        $this->addSql('ALTER TABLE print_run ADD COLUMN planned_at DATETIME DEFAULT NULL');
        $this->addSql('UPDATE print_run SET planned_at = started_at');
    }
}
