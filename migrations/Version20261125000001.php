<?php

declare(strict_types=1);

namespace Snugfit\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Framings are kept by family or product as one record; artworks have keep boxes. What was framed stays as it was, each product by itself. */
final class Version20261125000001 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE batch_artwork ADD COLUMN keep_boxes CLOB NOT NULL DEFAULT '[]'");
        $this->addSql('CREATE TABLE new_framing (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, place VARCHAR(60) NOT NULL, memo CLOB NOT NULL, artwork_id INTEGER NOT NULL, CONSTRAINT FK_6186B36FDB8FFA4 FOREIGN KEY (artwork_id) REFERENCES batch_artwork (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)');
        $this->addSql(<<<'SQL'
            INSERT INTO new_framing (id, place, artwork_id, memo) SELECT id, product_code, artwork_id, json_object(
                'orientation', orientation,
                'framing', CASE WHEN centre_x IS NULL THEN json('null') ELSE json_array(centre_x, centre_y, COALESCE(zoom, 1.0)) END,
                'excluded', json(CASE WHEN excluded THEN 'true' ELSE 'false' END),
                'looked_at', json(CASE WHEN looked_at THEN 'true' ELSE 'false' END),
                'alone', json(CASE WHEN centre_x IS NOT NULL OR looked_at OR orientation <> 'either' THEN 'true' ELSE 'false' END)
            ) FROM batch_framing
            SQL);
        $this->addSql('DROP TABLE batch_framing');
        $this->addSql('ALTER TABLE new_framing RENAME TO batch_framing');
        $this->addSql('CREATE INDEX IDX_6186B36FDB8FFA4 ON batch_framing (artwork_id)');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_6186B36FDB8FFA4741D53CD ON batch_framing (artwork_id, place)');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Framings of families cannot be told apart by product.');
    }
}
