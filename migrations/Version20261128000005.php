<?php

declare(strict_types=1);

namespace Snugfit\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Print files carry their recipe's hash and their pixels, so that runs of many thousands are counted by the database. */
final class Version20261128000005 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE print_file ADD COLUMN recipe_hash VARCHAR(64) DEFAULT NULL');
        $this->addSql('ALTER TABLE print_file ADD COLUMN pixels BIGINT DEFAULT 0 NOT NULL');
        foreach ($this->connection->iterateKeyValue('SELECT id, recipe FROM print_file WHERE recipe IS NOT NULL') as $id => $recipe) {
            $this->addSql('UPDATE print_file SET recipe_hash = ? WHERE id = ?', [hash('sha256', \is_string($recipe) ? $recipe : ''), $id]);
        }
        $this->addSql("UPDATE print_file SET pixels = coalesce(json_extract(recipe, '$.mount.width'), json_extract(recipe, '$.enlarge.width'), 0)
            * coalesce(json_extract(recipe, '$.mount.height'), json_extract(recipe, '$.enlarge.height'), 0) WHERE recipe IS NOT NULL");
    }
}
