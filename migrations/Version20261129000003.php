<?php

declare(strict_types=1);

namespace Snugfit\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Previews of delivered prints in scenes. A batch of before has no scenes, and so no previews. */
final class Version20261129000003 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE print_preview (
            id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, product_code VARCHAR(40) NOT NULL, scene VARCHAR(60) NOT NULL,
            path VARCHAR(1024) NOT NULL, shows VARCHAR(64) NOT NULL, state VARCHAR(255) NOT NULL, reason CLOB DEFAULT NULL,
            width INTEGER NOT NULL, height INTEGER NOT NULL, bytes INTEGER NOT NULL, sha256 VARCHAR(64) DEFAULT NULL,
            batch_id INTEGER NOT NULL, artwork_id INTEGER NOT NULL,
            CONSTRAINT FK_9CE63AEEF39EBE7A FOREIGN KEY (batch_id) REFERENCES batch (id)
                ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE,
            CONSTRAINT FK_9CE63AEEDB8FFA4 FOREIGN KEY (artwork_id) REFERENCES batch_artwork (id)
                ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)');
        $this->addSql('CREATE INDEX IDX_9CE63AEEF39EBE7A ON print_preview (batch_id)');
        $this->addSql('CREATE INDEX IDX_9CE63AEEDB8FFA4 ON print_preview (artwork_id)');
        $this->addSql('CREATE UNIQUE INDEX print_preview_place ON print_preview (batch_id, artwork_id, product_code, scene)');
    }
}
