<?php

declare(strict_types=1);

namespace Snugfit\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Batches can be archived and deleted; choices of products are saved under names. */
final class Version20261128000002 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE batch ADD COLUMN archived_at DATETIME DEFAULT NULL');
        $this->addSql('ALTER TABLE batch ADD COLUMN deleted_at DATETIME DEFAULT NULL');
        $this->addSql('CREATE TABLE product_choice (name VARCHAR(60) NOT NULL, product_codes CLOB NOT NULL, PRIMARY KEY (name))');
    }
}
