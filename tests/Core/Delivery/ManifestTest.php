<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Delivery;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Delivery\Manifest;
use Snugfit\Core\Delivery\ManifestEntry;
use Snugfit\Core\Delivery\PrintFileFacts;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Recipe\RecipeBuilder;
use Snugfit\Tests\Facts;

final class ManifestTest extends TestCase
{
    public function test_a_manifest_survives_its_own_json(): void
    {
        $manifest = $this->manifest();
        self::assertEquals($manifest, Manifest::fromJson($manifest->json()));
    }

    public function test_the_csv_holds_ugly_names_as_rfc_4180_wants(): void
    {
        $file = tmpfile();
        self::assertIsResource($file);
        fwrite($file, $this->manifest()->csv());
        rewind($file);
        $rows = [];
        while (false !== $row = fgetcsv($file, escape: '')) {
            $rows[] = $row;
        }
        self::assertSame(['master', 'sha256'], \array_slice($rows[0], 0, 2));
        self::assertSame('a "b",'."\n".'c.png', $rows[1][0]);
        self::assertSame("'=cmd|x.png", $rows[2][0], 'a spreadsheet must not take a name for a formula');
        self::assertSame(['broken.png', 'none', 'Cut short.'], [$rows[3][0], $rows[3][16], $rows[3][17]]);
        self::assertSame([18], array_values(array_unique(array_map(count(...), $rows))));
    }

    private function manifest(): Manifest
    {
        $facts = Facts::of(3000, 4000);
        $placement = (new PlacementPlanner())->plan($facts->artwork(), Catalogue::standard()->product('a4'), PlacementRequest::none());
        $recipe = (new RecipeBuilder())->recipeFor($placement, $facts);
        $found = new PrintFileFacts(FileFormat::Jpeg, new PixelSize(2480, 3508), 300, 300, 'sRGB', 3, false, 8, 123, true, str_repeat('0', 64));

        return new Manifest([
            ManifestEntry::wanted("a \"b\",\nc.png", $facts->sha256, $placement, $recipe)->delivered('x/a.jpg', $found, 300),
            ManifestEntry::wanted('=cmd|x.png', $facts->sha256, $placement, null)->notMade('Because.'),
        ], [['master' => 'broken.png', 'reason' => 'Cut short.']]);
    }
}
