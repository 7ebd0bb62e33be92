<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Product;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Product\ImpossibleProduct;
use Snugfit\Core\Product\Orientation;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductJson;

final class StandardSizesTest extends TestCase
{
    /** @return iterable<string, array{string, float, float}> code, width and height in mm */
    public static function published(): iterable
    {
        // ISO 216:2007, A and B series (from memory).
        yield 'A0' => ['a0', 841, 1189];
        yield 'A1' => ['a1', 594, 841];
        yield 'A2' => ['a2', 420, 594];
        yield 'A3' => ['a3', 297, 420];
        yield 'A4' => ['a4', 210, 297];
        yield 'A5' => ['a5', 148, 210];
        yield 'A6' => ['a6', 105, 148];
        yield 'B1' => ['b1', 707, 1000];
        yield 'B2' => ['b2', 500, 707];
        yield 'B3' => ['b3', 353, 500];
        // ANSI/ASME Y14.1 A and B sheets, US legal (from memory).
        yield 'letter' => ['letter', 215.9, 279.4];
        yield 'tabloid' => ['tabloid', 279.4, 431.8];
        yield 'legal' => ['legal', 215.9, 355.6];
    }

    #[DataProvider('published')]
    public function test_sheets_have_their_published_size(string $code, float $width, float $height): void
    {
        $trim = Catalogue::standard()->product($code)->trim;
        self::assertSame([$width, $height], [$trim->width->inMillimetres(), $trim->height->inMillimetres()]);
    }

    public function test_iso_sheets_halve(): void
    {
        // ISO 216: each size is the one before cut in half, rounded down to the millimetre.
        $sizes = array_map(static fn (int $i): array => [Catalogue::standard()->product('a'.$i)->trim->width->inMillimetres(), Catalogue::standard()->product('a'.$i)->trim->height->inMillimetres()], range(0, 6));
        foreach (\array_slice($sizes, 1) as $i => [$width, $height]) {
            self::assertSame([floor($sizes[$i][1] / 2), $sizes[$i][0]], [$width, $height]);
        }
    }

    public function test_everything_a_shop_offers_is_there_and_complete(): void
    {
        $catalogue = Catalogue::standard();
        foreach (['4x6', '8x10', '24x36', '12x12', 'apparel-front', 'tote', 'sticker', 'mug', 'tumbler', 'cushion', 'canvas-16x20', 'poster-18x24'] as $code) {
            $product = $catalogue->product($code);
            self::assertNotNull($product->viewingDistance);
            self::assertNotEmpty($product->formats);
            self::assertNotSame('', $product->group);
            self::assertTrue($product->target->isAtLeast($product->floor));
        }
        self::assertTrue($catalogue->product('mug')->bleed->top->equals(Length::inches(0.125)));
        self::assertSame(OrientationRule::Landscape, $catalogue->product('mug')->rule);
    }

    public function test_an_unknown_code_names_those_that_are_known(): void
    {
        $this->expectException(ImpossibleProduct::class);
        $this->expectExceptionMessage('apparel-front');
        Catalogue::standard()->product('a7');
    }

    public function test_a_product_survives_its_record(): void
    {
        $json = new ProductJson();
        foreach (Catalogue::standard()->products as $product) {
            self::assertEquals($product, $json->read(JsonReader::of($json->write($product), 'a product')), $product->code);
        }
    }

    public function test_the_floor_follows_the_viewing_distance_up_to_the_hand(): void
    {
        $target = Ppi::of(300);
        self::assertSame(240.0, Product::usualFloor($target, null)->value);
        self::assertSame(240.0, Product::usualFloor($target, Length::inches(12))->value);
        self::assertEqualsWithDelta(3438 / 48, Product::usualFloor($target, Length::inches(48))->value, 1e-9);
        self::assertSame(150.0, Product::usualFloor(Ppi::of(150), null)->value);
    }

    public function test_turning_a_product_turns_its_bleed(): void
    {
        $turned = Catalogue::standard()->product('mug')->turned();
        self::assertSame(Orientation::Portrait, $turned->orientation());
        $uneven = (new ProductJson())->read(JsonReader::of(['code' => 'x', 'name' => 'x', 'group' => '', 'width' => '10mm', 'height' => '20mm', 'bleed' => ['1mm', '2mm', '3mm', '4mm'], 'target_ppi' => 300, 'orientation' => 'either', 'formats' => ['png']], 'a product'));
        self::assertSame([4.0, 1.0, 2.0, 3.0], array_map(static fn (Length $side): float => $side->inMillimetres(), [$uneven->turned()->bleed->top, $uneven->turned()->bleed->right, $uneven->turned()->bleed->bottom, $uneven->turned()->bleed->left]));
    }
}
