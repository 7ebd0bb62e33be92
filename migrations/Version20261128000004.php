<?php

declare(strict_types=1);

namespace Snugfit\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Workers are known by name, and an upload makes one artwork. */
final class Version20261128000004 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("CREATE TABLE worker (
            name VARCHAR(120) NOT NULL, lanes VARCHAR(120) DEFAULT '' NOT NULL, started_at DATETIME NOT NULL, seen_at DATETIME NOT NULL,
            PRIMARY KEY (name)
        )");
        $this->addSql('ALTER TABLE batch_artwork ADD COLUMN upload VARCHAR(32) DEFAULT NULL');
        $this->addSql('CREATE UNIQUE INDEX batch_artwork_upload ON batch_artwork (upload)');
    }
}
