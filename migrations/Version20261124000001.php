<?php

declare(strict_types=1);

namespace Snugfit\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** The shop's first tables. */
final class Version20261124000001 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE batch_artwork (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, file_name VARCHAR(1024) NOT NULL, folder VARCHAR(2048) NOT NULL, master VARCHAR(64) NOT NULL, state VARCHAR(255) NOT NULL, reason VARCHAR(1024) DEFAULT NULL, facts CLOB DEFAULT NULL, kind VARCHAR(255) DEFAULT NULL, removed BOOLEAN NOT NULL, batch_id INTEGER NOT NULL, CONSTRAINT FK_D8C94F2CF39EBE7A FOREIGN KEY (batch_id) REFERENCES batch (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)');
        $this->addSql('CREATE INDEX IDX_D8C94F2CF39EBE7A ON batch_artwork (batch_id)');
        $this->addSql('CREATE INDEX IDX_D8C94F2C2D09A3D6 ON batch_artwork (master)');
        $this->addSql('CREATE TABLE batch_framing (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, product_code VARCHAR(40) NOT NULL, orientation VARCHAR(255) NOT NULL, centre_x DOUBLE PRECISION DEFAULT NULL, centre_y DOUBLE PRECISION DEFAULT NULL, zoom DOUBLE PRECISION DEFAULT NULL, excluded BOOLEAN NOT NULL, looked_at BOOLEAN NOT NULL, artwork_id INTEGER NOT NULL, CONSTRAINT FK_6186B36FDB8FFA4 FOREIGN KEY (artwork_id) REFERENCES batch_artwork (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)');
        $this->addSql('CREATE INDEX IDX_6186B36FDB8FFA4 ON batch_framing (artwork_id)');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_6186B36FDB8FFA4FAFD1239 ON batch_framing (artwork_id, product_code)');
        $this->addSql('CREATE TABLE print_run (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, started_at DATETIME NOT NULL, finished_at DATETIME DEFAULT NULL, paused BOOLEAN NOT NULL, cancelled BOOLEAN NOT NULL, batch_id INTEGER NOT NULL, CONSTRAINT FK_E40402A3F39EBE7A FOREIGN KEY (batch_id) REFERENCES batch (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)');
        $this->addSql('CREATE INDEX IDX_E40402A3F39EBE7A ON print_run (batch_id)');
        $this->addSql('CREATE TABLE print_file (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, product_code VARCHAR(40) NOT NULL, product_name VARCHAR(120) NOT NULL, figures CLOB NOT NULL, recipe CLOB DEFAULT NULL, path VARCHAR(1024) DEFAULT NULL, state VARCHAR(255) NOT NULL, progress DOUBLE PRECISION NOT NULL, reason CLOB DEFAULT NULL, found CLOB DEFAULT NULL, findings CLOB NOT NULL, seconds DOUBLE PRECISION DEFAULT NULL, max_bytes INTEGER DEFAULT NULL, run_id INTEGER NOT NULL, artwork_id INTEGER NOT NULL, CONSTRAINT FK_5890745484E3FEC4 FOREIGN KEY (run_id) REFERENCES print_run (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE, CONSTRAINT FK_58907454DB8FFA4 FOREIGN KEY (artwork_id) REFERENCES batch_artwork (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)');
        $this->addSql('CREATE INDEX IDX_5890745484E3FEC4 ON print_file (run_id)');
        $this->addSql('CREATE INDEX IDX_58907454DB8FFA4 ON print_file (artwork_id)');
        $this->addSql('CREATE INDEX IDX_58907454A393D2FB ON print_file (state)');
        $this->addSql('CREATE TABLE shelf_product (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, code VARCHAR(40) NOT NULL, definition CLOB NOT NULL, position INTEGER NOT NULL)');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_2115502D77153098 ON shelf_product (code)');
        $this->addSql('CREATE TABLE batch (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, name VARCHAR(120) NOT NULL, created_at DATETIME NOT NULL, product_codes CLOB NOT NULL)');
        $this->addSql('CREATE TABLE journal_entry (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, what VARCHAR(200) NOT NULL, changes CLOB NOT NULL, undone BOOLEAN NOT NULL, at DATETIME NOT NULL, batch_id INTEGER NOT NULL, CONSTRAINT FK_C8FAAE5AF39EBE7A FOREIGN KEY (batch_id) REFERENCES batch (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)');
        $this->addSql('CREATE INDEX IDX_C8FAAE5AF39EBE7A ON journal_entry (batch_id)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE print_file');
        $this->addSql('DROP TABLE print_run');
        $this->addSql('DROP TABLE batch_framing');
        $this->addSql('DROP TABLE batch_artwork');
        $this->addSql('DROP TABLE journal_entry');
        $this->addSql('DROP TABLE shelf_product');
        $this->addSql('DROP TABLE batch');
    }
}
