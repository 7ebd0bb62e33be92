<?php

declare(strict_types=1);

namespace Snugfit\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Which prepared master is on order for an artwork, so that quick acts order one after another, not one each. */
final class Version20261130000002 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE batch_artwork ADD COLUMN repair_ordered VARCHAR(64) DEFAULT NULL');
    }
}
