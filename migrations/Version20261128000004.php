<?php

declare(strict_types=1);

namespace Snugfit\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Workers are known by name, an upload makes one artwork, and checks of files are remembered. */
final class Version20261128000004 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("CREATE TABLE worker (
            name VARCHAR(120) NOT NULL, lanes VARCHAR(120) DEFAULT '' NOT NULL, started_at DATETIME NOT NULL, seen_at DATETIME NOT NULL,
            PRIMARY KEY (name)
        )");
        $this->addSql('ALTER TABLE batch_artwork ADD COLUMN upload VARCHAR(32) DEFAULT NULL');
        $this->addSql('CREATE TABLE file_check (
            file VARCHAR(1200) NOT NULL, sha256 VARCHAR(64) NOT NULL, stat VARCHAR(120) NOT NULL, checked_at INTEGER NOT NULL,
            is_right BOOLEAN NOT NULL, PRIMARY KEY (file)
        )');
        $this->addSql('CREATE UNIQUE INDEX batch_artwork_upload ON batch_artwork (upload)');
    }
}
