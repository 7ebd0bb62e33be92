<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Scene;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Scene\ClothSurface;
use Snugfit\Core\Scene\FlatSurface;
use Snugfit\Core\Scene\Hanging;
use Snugfit\Core\Scene\ImpossibleScene;
use Snugfit\Core\Scene\PrintBody;
use Snugfit\Core\Scene\Scene;
use Snugfit\Core\Scene\SceneFit;
use Snugfit\Core\Scene\SceneKind;
use Snugfit\Pixels\Scene\SceneFolder;
use Snugfit\Pixels\Scene\SceneShelf;

/** The scenes that ship: whole, true to scale, and each with prints that it takes. */
final class ShippedScenesTest extends TestCase
{
    public function test_there_are_scenes_of_every_kind_with_all_their_pictures(): void
    {
        $all = (new SceneShelf())->all();
        self::assertGreaterThanOrEqual(16, \count($all));
        $kinds = array_map(static fn (SceneFolder $one): string => $one->scene->kind->value, array_values($all));
        self::assertSame(['cloth', 'cup', 'sheet', 'wall'], array_values(array_unique([...array_filter(['cloth', 'cup', 'sheet', 'wall'], static fn (string $kind): bool => \in_array($kind, $kinds, true))])));
        foreach ($all as $code => $folder) {
            foreach ([SceneFolder::PLATE, SceneFolder::LIGHT, SceneFolder::COVER] as $picture) {
                self::assertTrue($folder->has($picture), "$code has $picture");
            }
            self::assertEquals($folder->scene->size, $folder->picture(SceneFolder::PLATE)->size(), $code);
            self::assertEquals($folder->scene->size, $folder->picture(SceneFolder::COVER)->size(), $code);
        }
    }

    public function test_the_largest_print_that_there_is_room_for_is_seen_whole(): void
    {
        foreach ((new SceneShelf())->all() as $code => $folder) {
            $size = $folder->scene->size;
            foreach ($folder->scene->surfaces as $surface) {
                if (!$surface instanceof FlatSurface) {
                    continue;
                }
                [$w, $h] = [$surface->area()->width->inMillimetres() / 2, $surface->area()->height->inMillimetres() / 2];
                foreach ([[-$w, -$h], [$w, -$h], [$w, $h], [-$w, $h]] as [$x, $y]) {
                    [$px, $py] = $surface->projection->point($x, $y);
                    self::assertTrue($px >= 0 && $px <= $size->width && $py >= 0 && $py <= $size->height, $code);
                }
            }
        }
    }

    /** As tools/scenes/rooms.py builds it: 3.5 m of wall across 2400 px. */
    public function test_the_wall_over_a_sofa_is_true_to_scale(): void
    {
        $scene = (new SceneShelf())->of('sofa')->scene;
        self::assertEqualsWithDelta(3500 / 2400, $scene->millimetresPerPixel(2400), 0.001);
        self::assertEqualsWithDelta(3500 / 2000, $scene->millimetresPerPixel(2000), 0.001);
    }

    /** Every product of the stock list that is a thing has a scene that suits it. */
    public function test_what_the_shop_prints_has_a_scene(): void
    {
        $scenes = array_map(static fn (SceneFolder $one): Scene => $one->scene, (new SceneShelf())->all());
        $without = [];
        foreach (Catalogue::standard()->products as $product) {
            if (\in_array($product->group, ['Download set', 'Copies'], true)) {
                continue;
            }
            $ways = $product->keepsProportions() ? [$product] : [$product, $product->turned()];
            foreach ($ways as $way) {
                if ([] === array_filter($scenes, static fn (Scene $scene): bool => SceneFit::suits($scene, $way))) {
                    $without[] = $way->code.' '.$way->orientation()->value;
                }
            }
        }
        self::assertSame(['apparel-front landscape', 'tote landscape', 'mug portrait', 'tumbler portrait'], array_values(array_unique($without)));
    }

    public function test_a_scene_is_proposed_for_what_it_is_made_for(): void
    {
        $shelf = new SceneShelf();
        $stock = Catalogue::standard();
        $suits = static fn (string $scene, string $product): bool => SceneFit::suits($shelf->of($scene)->scene, $stock->product($product));
        self::assertTrue($suits('mug', 'mug'));
        self::assertFalse($suits('mug', 'postcard'), 'a postcard goes round a mug, but nobody wants that');
        self::assertTrue($suits('shirt', 'apparel-front'));
        self::assertTrue($suits('cushion', 'cushion'));
        self::assertFalse($suits('cushion', '12x12'));
        self::assertTrue($suits('sofa', '24x36'));
        self::assertFalse($suits('sofa', '4x6'), 'lost on so large a wall');
        self::assertTrue($suits('close', '8x10'));
        self::assertTrue($suits('stickers', 'sticker'));
    }

    public function test_what_does_not_go_in_is_refused_with_a_sentence(): void
    {
        $shelf = new SceneShelf();
        $large = PrintBody::of($this->sheet(2000, 3000));
        try {
            SceneFit::check($shelf->of('sofa')->scene, Hanging::bare($large));
            self::fail();
        } catch (ImpossibleScene $e) {
            self::assertStringContainsString('2000 × 3000 mm is too large for "Wall over a sofa"', $e->sentence());
        }
        // A cushion is covered whole: other proportions than its own would lie.
        $this->expectException(ImpossibleScene::class);
        SceneFit::check($shelf->of('cushion')->scene, Hanging::bare(PrintBody::of($this->sheet(457, 400))));
    }

    public function test_a_scene_is_read_as_it_is_written(): void
    {
        foreach ((new SceneShelf())->all() as $code => $folder) {
            $again = Scene::fromRecord((string) $code, \Snugfit\Core\JsonReader::decode(json_encode($folder->scene->toArray(), \JSON_THROW_ON_ERROR), 'a scene'));
            self::assertEquals($folder->scene, $again, (string) $code);
            self::assertSame(SceneKind::Cloth === $folder->scene->kind, $folder->scene->surfaces[0] instanceof ClothSurface);
        }
    }

    public function test_nothing_but_a_code_leads_to_a_scene(): void
    {
        foreach (['../scenes/sofa', 'sofa/', '', 'Sofa', 'none'] as $code) {
            try {
                (new SceneShelf())->of($code);
                self::fail($code);
            } catch (ImpossibleScene) {
                $this->addToAssertionCount(1);
            }
        }
    }

    private function sheet(float $width, float $height): Product
    {
        $stock = Catalogue::standard()->product('a4');

        return new Product('sheet', 'Sheet', PrintSize::millimetres($width, $height), Bleed::none(), $stock->target, $stock->floor);
    }
}
