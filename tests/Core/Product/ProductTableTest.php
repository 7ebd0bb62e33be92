<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Product;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Product\ProductFamily;
use Snugfit\Core\Product\ProductTable;
use Snugfit\Core\Product\UnreadableTable;

final class ProductTableTest extends TestCase
{
    public function test_what_is_taken_away_comes_back_the_same(): void
    {
        $table = new ProductTable();
        $products = array_values(Catalogue::standard()->products);
        foreach ([$table->csv($products), $table->json($products), "\xEF\xBB\xBF".str_replace("\r\n", "\n", $table->csv($products))] as $text) {
            $back = $table->read($text);
            self::assertCount(\count($products), $back);
            foreach ($products as $i => $product) {
                self::assertEquals([$product->code, $product->name, $product->trim, $product->bleed, $product->formats, $product->rule, $product->limit, (string) $product->freeSize], [$back[$i]->code, $back[$i]->name, $back[$i]->trim, $back[$i]->bleed, $back[$i]->formats, $back[$i]->rule, $back[$i]->limit, (string) $back[$i]->freeSize]);
                self::assertEqualsWithDelta($product->floor->value, $back[$i]->floor->value, 1e-6);
            }
        }
    }

    public function test_few_columns_are_enough(): void
    {
        [$towel, $copy] = (new ProductTable())->read("code,name,target_ppi,width,height,bleed,formats,free_size\ntowel,\"Tea towel, large\",200,48cm,74cm,3mm; 4mm; 5mm; 6mm,tiff; png,\nweb-copy,Web,72,,,,,long 900 px\n");
        self::assertSame([480.0, 740.0, 4.0, 'Tea towel, large'], [$towel->trim->width->inMillimetres(), $towel->trim->height->inMillimetres(), $towel->bleed->right->inMillimetres(), $towel->name]);
        self::assertSame([FileFormat::Tiff, FileFormat::Png], $towel->formats);
        self::assertTrue($copy->keepsProportions());
    }

    /** @return iterable<string, array{string, list<non-empty-string>}> text, and how each sentence begins */
    public static function faults(): iterable
    {
        $head = "code,name,target_ppi,width,height\n";
        yield 'nothing' => ['', ['Line 1: the columns code, name, target_ppi are missing']];
        yield 'a column nobody knows' => ["code,name,target_ppi,colour\na,A,300,red\n", ['Line 1: No column is called colour']];
        yield 'no products' => [$head, ['The file holds no product']];
        yield 'each wrong line is named' => [$head."a,A,300,10in,12in\nb,B,fine,10in,12in\nC d,C,300,10in,12in\ne,E,300,10,12in\nf,F,300\na,Again,300,1in,1in\n", ['Line 3: ', 'Line 4: ', 'Line 5: ', 'Line 6: it has 3 cells', 'Line 7: the code "a" stands there twice']];
        yield 'a floor over the target' => ["code,name,target_ppi,floor_ppi,width,height\na,A,200,300,1in,1in\n", ['Line 2: product "a": the floor']];
        yield 'broken JSON' => ['{"products": [', ['The file: ']];
        yield 'JSON of something else' => ['{"names": []}', ['The file: it holds no "products"']];
        yield 'a product without a size' => ['{"products": [{"code": "a", "name": "A", "target_ppi": 300}]}', ['Product 1: ']];
    }

    /** @param list<non-empty-string> $beginnings */
    #[DataProvider('faults')]
    public function test_every_fault_is_told_with_its_line(string $text, array $beginnings): void
    {
        try {
            (new ProductTable())->read($text);
            self::fail('It was taken.');
        } catch (UnreadableTable $e) {
            self::assertCount(\count($beginnings), $e->sentences, implode("\n", $e->sentences));
            foreach ($beginnings as $i => $beginning) {
                self::assertStringStartsWith($beginning, $e->sentences[$i]);
            }
        }
    }

    public function test_proportions_are_the_nearest_usual_one_within_half_a_hundredth(): void
    {
        $families = [];
        foreach (Catalogue::standard()->products as $product) {
            $families[ProductFamily::of($product)->label][] = $product->code;
        }
        self::assertSame(['a0', 'a1', 'a2', 'a3', 'a4', 'a5', 'a6', 'b1', 'b2', 'b3'], $families['1 : 1.414'], 'ISO 216: 1 to the root of 2');
        self::assertSame(['4x6', '8x12', '12x18', '16x24', '20x30', '24x36', 'poster-24x36'], $families['2 : 3'], 'a poster with an eighth of an inch of bleed is within a third of a hundredth');
        self::assertSame(['download-own', 'projection', 'web'], $families['own proportions']);
        self::assertSame(['5x7'], $families['5 : 7'], 'a hundredth from the A sheets: not one of them');
    }

    public function test_a_product_turned_round_is_of_the_same_family(): void
    {
        foreach (Catalogue::standard()->products as $product) {
            self::assertSame(ProductFamily::of($product)->key, ProductFamily::of($product->turned())->key);
        }
    }
}
