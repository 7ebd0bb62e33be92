<?php

declare(strict_types=1);

namespace Snugfit\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * Products say how pictures sit on them. Those of the stock list, and all that keep transparency, show designs whole from now
 * on; they leave the families of products that are filled, and take along what was framed by hand there.
 */
final class Version20261129000002 extends AbstractMigration
{
    /** By code: how pictures sit, and where whole ones lie. */
    private const STOCK = [
        'apparel-front' => ['whole', 'top'],
        'apparel-pocket' => ['whole', 'top'],
        'sticker' => ['whole', 'centre'],
        'mug' => ['picture', 'centre'],
        'tumbler' => ['picture', 'centre'],
        'cushion' => ['picture', 'centre'],
        'coaster' => ['picture', 'centre'],
    ];

    /** The usual colours of apparel. */
    private const FABRICS = '["White #ffffff","Natural #efe6d2","Grey marl #b9b9b7","Navy #1f2a44","Forest #23402f","Brick red #a8332c",'
        .'"Black #1b1b1d"]';

    public function up(Schema $schema): void
    {
        $this->addSql("UPDATE shelf_product SET definition = json_set(definition, '$.fit', 'whole', '$.alignment', 'centre')
            WHERE json_extract(definition, '$.transparency')");
        foreach (self::STOCK as $code => [$fit, $alignment]) {
            $this->addSql(
                "UPDATE shelf_product SET definition = json_set(definition, '$.fit', ?, '$.alignment', ?) WHERE code = ?",
                [$fit, $alignment, $code],
            );
        }
        $this->addSql(
            "UPDATE shelf_product SET definition = json_set(definition, '$.fabrics', json(?)) WHERE code IN ('apparel-front', 'apparel-pocket')",
            [self::FABRICS],
        );
        foreach (['whole', 'picture'] as $fit) {
            $this->addSql(
                "INSERT INTO artwork_on_family (artwork_id, family, settings)
                    SELECT artwork_id, family || '-' || ?, settings FROM artwork_on_family
                    WHERE family NOT LIKE '%-whole' AND family NOT LIKE '%-picture'",
                [$fit],
            );
        }
    }
}
