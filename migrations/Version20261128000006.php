<?php

declare(strict_types=1);

namespace Snugfit\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** People sign in, acts and runs name who did them, and orders have names. */
final class Version20261128000006 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE person (
            id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, name VARCHAR(60) NOT NULL, role VARCHAR(255) NOT NULL,
            password VARCHAR(255) NOT NULL, created_at DATETIME NOT NULL
        )');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_34DCD1765E237E06 ON person (name)');
        $this->addSql('CREATE TABLE access_token (
            id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, hash VARCHAR(64) NOT NULL, label VARCHAR(120) DEFAULT NULL,
            created_at DATETIME NOT NULL, expires_at DATETIME DEFAULT NULL, used_at DATETIME DEFAULT NULL, person_id INTEGER NOT NULL,
            CONSTRAINT FK_B6A2DD68217BBB47 FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE CASCADE
                NOT DEFERRABLE INITIALLY IMMEDIATE
        )');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_B6A2DD68D1B862B8 ON access_token (hash)');
        $this->addSql('CREATE INDEX IDX_B6A2DD68217BBB47 ON access_token (person_id)');
        $this->addSql('CREATE TABLE sign_in_attempt (
            subject VARCHAR(120) NOT NULL, failures INTEGER NOT NULL, last_at INTEGER NOT NULL, PRIMARY KEY (subject)
        )');
        $this->addSql('ALTER TABLE undo_entry ADD COLUMN done_by VARCHAR(60) DEFAULT NULL');
        $this->addSql('ALTER TABLE print_file ADD COLUMN order_token VARCHAR(16) DEFAULT NULL');
        $this->addSql('ALTER TABLE print_run ADD COLUMN started_by VARCHAR(60) DEFAULT NULL');
    }
}
