<?php

declare(strict_types=1);

namespace Snugfit\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Artworks keep what is done to their masters, and what was read from the prepared ones. */
final class Version20261129000001 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE batch_artwork ADD COLUMN repair_edits CLOB DEFAULT '[]' NOT NULL");
        $this->addSql("ALTER TABLE batch_artwork ADD COLUMN repair_prepared CLOB DEFAULT '[]' NOT NULL");
    }
}
