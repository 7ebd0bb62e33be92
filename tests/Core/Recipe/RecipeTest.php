<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Recipe;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Output\SizeLimit;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\RecipeBuilder;
use Snugfit\Core\Recipe\RenderOptions;
use Snugfit\Core\Recipe\Write;
use Snugfit\Core\Upscale\Effort;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Tests\Facts;

final class RecipeTest extends TestCase
{
    public function test_the_least_quality_is_the_one_that_was_asked_for_and_never_over_the_quality(): void
    {
        $least = static fn (RenderOptions $options): ?int => (new RecipeBuilder())->recipeFor((new PlacementPlanner())->plan(Facts::of(3000, 4000)->artwork(), Catalogue::standard()->product('a4'), PlacementRequest::none()), Facts::of(3000, 4000), $options)->write->limit?->leastQuality;
        self::assertSame(60, $least(new RenderOptions(maxBytes: 900_000, leastQuality: 60)));
        self::assertSame(SizeLimit::LEAST_QUALITY, $least(new RenderOptions(maxBytes: 900_000)));
        self::assertSame(70, $least(new RenderOptions(maxBytes: 900_000, quality: 70)), 'it begins at 70 and cannot be lowered to 80');
        self::assertNull($least(new RenderOptions(leastQuality: 60)), 'nothing limits it');
    }

    public function test_the_canonical_form_is_fixed_to_the_byte(): void
    {
        // A change here gives every stored print file another name: raise the edition when pixels change, not otherwise.
        $json = '{"edition":4,"enlarge":{"height":1800,"way":"lanczos","width":1200},"frame":{"crop":{"height":600,"width":400,"x":10,"y":0},'
            .'"picture":{"height":600,"width":420}},"write":{"bits":8,"format":"jpeg","matte":"ffffff","ppi":"300.000000","quality":95,"transparent":false}}';
        self::assertSame($json, $this->recipe()->canonicalJson());
        self::assertSame(hash('sha256', $json), $this->recipe()->hash());
    }

    public function test_only_what_is_resampled_has_another_name_than_before_it_was_done_exactly(): void
    {
        $of = static fn (UpscaleMethod $method, int $width, int $height): Recipe => new Recipe(
            new Frame(new PixelSize(400, 600), new PixelWindow(0, 0, 400, 600)),
            new Enlarge(new UpscaleSettings($method), new PixelSize($width, $height)),
            new Write(FileFormat::Jpeg, Ppi::of(300), 8, false),
        );
        foreach ([
            'as large as it was' => $of(UpscaleMethod::Lanczos, 400, 600),
            'doubled by a network' => $of(UpscaleMethod::Faithful, 800, 1200),
            'in whole blocks' => $of(UpscaleMethod::Nearest, 1200, 1800),
        ] as $name => $same) {
            self::assertNull($same->hashBefore(), $name);
            self::assertStringContainsString('"edition":3', $same->canonicalJson());
        }
        foreach ([
            'larger by a kernel' => $of(UpscaleMethod::Lanczos, 800, 1200),
            'a little more than doubled' => $of(UpscaleMethod::Faithful, 820, 1230),
            'smaller' => $of(UpscaleMethod::Faithful, 200, 300),
            'blocks of unlike size' => $of(UpscaleMethod::Nearest, 1000, 1500),
            'put together from its colours' => $of(UpscaleMethod::Rebuilt, 800, 1200),
        ] as $name => $other) {
            $before = str_replace('"edition":4', '"edition":3', $other->canonicalJson());
            if (UpscaleMethod::Rebuilt === $other->enlarge->settings->method) {
                $before = preg_replace('/"networks":\d+,/', '', $before);
            }
            self::assertSame(hash('sha256', (string) $before), $other->hashBefore(), $name);
            self::assertNotSame($other->hash(), $other->hashBefore());
        }
    }

    public function test_a_recipe_survives_its_own_form(): void
    {
        self::assertEquals($this->recipe(), Recipe::fromJson($this->recipe()->canonicalJson()));
    }

    public function test_impossible_recipes_are_refused(): void
    {
        $bad = [
            static fn () => new Frame(new PixelSize(10, 10), new PixelWindow(1, 0, 10, 10)),
            static fn () => new Write(FileFormat::Jpeg, Ppi::of(300), 16, false),
            static fn () => new Write(FileFormat::Jpeg, Ppi::of(300), 8, true),
        ];
        foreach ($bad as $make) {
            try {
                $make();
                self::fail('An impossible recipe was made.');
            } catch (ImpossibleRecipe $e) {
                self::assertNotSame('', $e->getMessage());
            }
        }
    }

    public function test_the_writer_follows_kind_depth_and_transparency(): void
    {
        $apparel = Catalogue::standard()->product('apparel-front');
        $a4 = Catalogue::standard()->product('a4');
        $transparent = $this->write(Facts::of(3000, 3600, kind: Kind::FlatGraphic, bits: 16, transparent: true), $apparel);
        self::assertSame([UpscaleMethod::Drawn, FileFormat::Png, 16, true], [$transparent->enlarge->settings->method, $transparent->write->format, $transparent->write->bits, $transparent->write->transparent]);
        $flattened = $this->write(Facts::of(3000, 3600, bits: 16, transparent: true), $a4);
        self::assertSame([UpscaleMethod::Lanczos, FileFormat::Jpeg, 8, false], [$flattened->enlarge->settings->method, $flattened->write->format, $flattened->write->bits, $flattened->write->transparent]);
        self::assertSame(UpscaleMethod::Nearest, $this->write(Facts::of(640, 640, kind: Kind::PixelArt), $a4)->enlarge->settings->method);
        self::assertSame(16, $this->write(Facts::of(3000, 3600, bits: 16), $a4, FileFormat::Tiff)->write->bits);
    }

    public function test_effort_goes_with_the_way_that_suits_where_it_is_learned_and_with_no_other(): void
    {
        $a4 = Catalogue::standard()->product('a4');
        $code = static fn (Kind $kind): string => (new RecipeBuilder())->recipeFor((new PlacementPlanner())->plan(Facts::of(1400, 1000, kind: $kind)->artwork(), $a4, PlacementRequest::none()), Facts::of(1400, 1000, kind: $kind), new RenderOptions(effort: Effort::Quick))->enlarge->settings->code();
        self::assertSame(['faithful-quick', 'drawn-quick', 'nearest'], array_map($code, [Kind::Photo, Kind::LineArt, Kind::PixelArt]));
    }

    public function test_a_print_too_long_for_its_format_is_refused_with_a_way_out(): void
    {
        $long = Catalogue::standard()->product('a0');
        $huge = new \Snugfit\Core\Product\Product('x', 'x', \Snugfit\Core\Measure\PrintSize::inches(300, 20), $long->bleed, Ppi::of(300), Ppi::of(20));
        $this->expectException(ImpossibleRecipe::class);
        $this->expectExceptionMessage('choose TIFF');
        $this->write(Facts::of(60000, 4000), $huge);
    }

    private function write(\Snugfit\Core\Artwork\MasterFacts $facts, \Snugfit\Core\Product\Product $product, ?FileFormat $format = null): Recipe
    {
        return (new RecipeBuilder())->recipeFor((new PlacementPlanner())->plan($facts->artwork(), $product, PlacementRequest::none()), $facts, new RenderOptions($format));
    }

    private function recipe(): Recipe
    {
        return new Recipe(
            new Frame(new PixelSize(420, 600), new PixelWindow(10, 0, 400, 600)),
            new Enlarge(new UpscaleSettings(UpscaleMethod::Lanczos), new PixelSize(1200, 1800)),
            new Write(FileFormat::Jpeg, Ppi::of(300), 8, false),
        );
    }
}
