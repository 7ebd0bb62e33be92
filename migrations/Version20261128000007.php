<?php

declare(strict_types=1);

namespace Snugfit\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Workers name their machine. */
final class Version20261128000007 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE worker ADD COLUMN machine VARCHAR(60) DEFAULT '' NOT NULL");
    }
}
