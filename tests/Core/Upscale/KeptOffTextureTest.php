<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Upscale;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Delivery\ManifestEntry;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Recipe\RecipeBuilder;
use Snugfit\Core\Recipe\RenderOptions;
use Snugfit\Core\Upscale\KeptOffTexture;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleRegion;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Tests\Facts;

/** Faces and lettering go faithful by themselves where a picture is given texture. */
final class KeptOffTextureTest extends TestCase
{
    public function test_all_of_a_head_and_of_a_line_of_letters_goes_faithful_and_soon_beside_it_nothing_does(): void
    {
        foreach (['0.4,0.2,0.1,0.2', '0.1,0.7,0.6,0.05', '0.8,0.05,0.02,0.6'] as $box) {
            $region = $this->region($box);
            self::assertSame(UpscaleMethod::Faithful, $region->settings->method);
            $box = FractionBox::parse($box);
            $half = min($box->width * 1200, $box->height * 800) / 2;
            for ($x = 0; $x <= 8; ++$x) {
                for ($y = 0; $y <= 8; ++$y) {
                    self::assertSame(1.0, PaintedAt::strength($region->mask, ($box->x + $box->width * $x / 8) * 1200, ($box->y + $box->height * $y / 8) * 800), "$x, $y");
                }
            }
            // Two of its half heights beyond each side.
            [$left, $top, $right, $bottom] = [$box->x * 1200, $box->y * 800, ($box->x + $box->width) * 1200, ($box->y + $box->height) * 800];
            foreach ([[$left - 2.2 * $half, ($top + $bottom) / 2], [$right + 2.2 * $half, ($top + $bottom) / 2], [($left + $right) / 2, $top - 2.2 * $half], [($left + $right) / 2, $bottom + 2.2 * $half]] as [$x, $y]) {
                self::assertSame(0.0, PaintedAt::strength($region->mask, $x, $y));
            }
        }
    }

    public function test_only_texture_is_kept_off_and_a_person_s_own_parts_count_above(): void
    {
        $facts = $this->facts('0.4,0.2,0.1,0.2');
        self::assertNull(KeptOffTexture::in(new UpscaleSettings(UpscaleMethod::Mending), $facts));
        self::assertNull(KeptOffTexture::in(new UpscaleSettings(UpscaleMethod::Textured), Facts::of(1200, 800)));
        $placement = (new PlacementPlanner())->plan($facts->artwork(), Catalogue::standard()->product('16x20'), PlacementRequest::none());
        $textured = new UpscaleSettings(UpscaleMethod::Textured, 60);
        $recipe = (new RecipeBuilder())->recipeFor($placement, $facts, new RenderOptions(upscale: $textured));
        self::assertEquals(KeptOffTexture::in($textured, $facts), $recipe->enlarge->region);
        self::assertEquals($recipe->hash(), \Snugfit\Core\Recipe\Recipe::fromJson($recipe->canonicalJson())->hash());
        $own = new UpscaleRegion(new UpscaleSettings(UpscaleMethod::Lanczos), $this->region('0.1,0.1,0.2,0.2')->mask);
        self::assertEquals($own, (new RecipeBuilder())->recipeFor($placement, $facts, new RenderOptions(upscale: $textured, region: $own))->enlarge->region);
        self::assertStringContainsString('texture that the picture does not hold, by 60%', ManifestEntry::wanted('a.jpg', 'x', $placement, $recipe)->reason);
        $plain = (new RecipeBuilder())->recipeFor($placement, $facts, new RenderOptions(upscale: new UpscaleSettings(UpscaleMethod::Faithful)));
        self::assertStringNotContainsString('texture', ManifestEntry::wanted('a.jpg', 'x', $placement, $plain)->reason);
    }

    private function region(string $box): UpscaleRegion
    {
        return KeptOffTexture::in(new UpscaleSettings(UpscaleMethod::Textured), $this->facts($box)) ?? self::fail('There is a head.');
    }

    /** A picture of 1,200 × 800 px with a head. */
    private function facts(string $box): MasterFacts
    {
        return MasterFacts::fromRecord(JsonReader::of(['heads' => [FractionBox::parse($box)->toList()]] + Facts::of(1200, 800, Kind::Photo)->toArray(), 'facts'));
    }
}
