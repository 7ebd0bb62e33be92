<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Delivery\Preflight;
use Snugfit\Core\Fit\BleedSource;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Product\Alignment;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\FitMode;
use Snugfit\Core\Product\FitModeRule;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductFit;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\RecipeBuilder;
use Snugfit\Core\Recipe\RenderOptions;
use Snugfit\Pixels\PrintFileMaker;
use Snugfit\Pixels\PrintFileReader;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Vips\Image;

/** What is planned is what is printed: held against ImageMagick, which mirrors, turns and tilts the same master. */
final class TransformedPrintTest extends PixelTestCase
{
    /** @return iterable<string, array{ImageTransform, list<string>}> pose, ImageMagick's words for it */
    public static function poses(): iterable
    {
        yield 'upright' => [new ImageTransform(), []];
        yield 'mirrored' => [new ImageTransform(flip: true), ['-flop']];
        yield 'a quarter turn' => [new ImageTransform(QuarterTurn::Right), ['-rotate', '90']];
        yield 'half a turn' => [new ImageTransform(QuarterTurn::Half), ['-rotate', '180']];
        yield 'a quarter turn back' => [new ImageTransform(QuarterTurn::Left), ['-rotate', '270']];
        yield 'mirrored and turned' => [new ImageTransform(QuarterTurn::Right, true), ['-flop', '-rotate', '90']];
    }

    /** @param list<string> $words */
    #[DataProvider('poses')]
    public function test_mirrored_and_turned_pixels_are_the_very_same(ImageTransform $transform, array $words): void
    {
        $this->master(120, 90);
        $placement = $this->plan(new PixelSize(120, 90), '1x1in', new PlacementRequest(new Framing(position: new CropPosition(0.4, 0.6, 1.5), transform: $transform)), 60);
        $crop = $placement->crop;
        $path = $this->print($placement);
        $this->tool('convert', 'in.png', ...[...$words, '+repage', '-crop', \sprintf('%dx%d+%d+%d', $crop->width, $crop->height, $crop->x, $crop->y), '+repage', 'want.png']);
        self::assertSame(Image::load('png', $this->folder.'/want.png')->bytes(), Image::load('png', $path)->bytes());
    }

    /** @return iterable<string, array{float, QuarterTurn}> */
    public static function tilts(): iterable
    {
        yield 'three degrees clockwise' => [3.0, QuarterTurn::None];
        yield 'seven the other way' => [-7.0, QuarterTurn::None];
        yield 'steep, after a quarter turn' => [30.0, QuarterTurn::Right];
    }

    #[DataProvider('tilts')]
    public function test_a_tilted_window_is_where_it_was_drawn(float $tilt, QuarterTurn $turn): void
    {
        $this->master(240, 180);
        $placement = $this->plan(new PixelSize(240, 180), '1x1in', new PlacementRequest(new Framing(position: new CropPosition(0.45, 0.55, 1.3), transform: new ImageTransform($turn, false, $tilt))), 40);
        $crop = $placement->crop;
        $recipe = (new RecipeBuilder())->recipeFor($placement, $this->read($this->folder.'/in.png'), new RenderOptions(FileFormat::Png));
        $same = new Recipe($recipe->frame, new \Snugfit\Core\Recipe\Enlarge($recipe->enlarge->settings, $crop->size()), $recipe->write);
        PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.png'), $same, $this->folder.'/out.png');
        $this->tool('convert', 'in.png', '-rotate', (string) $turn->value, '+repage', '-virtual-pixel', 'edge', '-distort', 'SRT', \sprintf('%s,%s 1 %s', $crop->centreX(), $crop->centreY(), $tilt), '-crop', \sprintf('%dx%d%+d%+d', $crop->width, $crop->height, $crop->x, $crop->y), '+repage', 'want.png');
        // Interpolation differs by a little; a window that lay a pixel off would differ by more over the whole picture.
        $here = $this->difference('want.png', 'out.png');
        self::assertLessThan(0.8, $here);
        $this->tool('convert', 'want.png', '-roll', '+1+0', 'off.png');
        self::assertGreaterThan($here + 1, $this->difference('off.png', 'out.png'), 'the measure tells a pixel');
    }

    public function test_a_bleed_is_mirrored_or_continued_round_the_trim(): void
    {
        $this->master(80, 80);
        $product = new Product('x', 'x', PrintSize::inches(8, 8), new Bleed(Length::inches(0.5), Length::inches(1), Length::inches(0.3), Length::inches(0.2)), Ppi::of(10), Ppi::of(5));
        foreach (['mirror' => BleedSource::Mirrored, 'edge' => BleedSource::Continued] as $virtual => $bleedSource) {
            $placement = (new PlacementPlanner())->plan(new Artwork(new PixelSize(80, 80)), $product, new PlacementRequest(new Framing(OrientationRule::Portrait, bleedSource: $bleedSource)));
            self::assertEquals(new PixelSize(92, 88), $placement->output?->size);
            $path = $this->print($placement);
            $this->tool('convert', 'in.png', '-virtual-pixel', $virtual, '-set', 'option:distort:viewport', '92x88-2-5', '-filter', 'point', '-distort', 'SRT', '0', '+repage', 'want.png');
            self::assertSame(Image::load('png', $this->folder.'/want.png')->bytes(), Image::load('png', $path)->bytes(), $virtual);
        }
    }

    public function test_a_whole_picture_lies_on_its_border(): void
    {
        $this->master(120, 60);
        foreach (array_filter(EdgeFill::cases(), static fn (EdgeFill $edge): bool => EdgeFill::Transparent !== $edge) as $edge) {
            $placement = $this->plan(new PixelSize(120, 60), '6x6in', new PlacementRequest(new Framing(fitMode: FitMode::Whole, edgeFill: $edge, colour: '0f5c63')), 20);
            $path = $this->print($placement);
            $print = Image::load('png', $path);
            self::assertEquals(new PixelSize(120, 120), $print->size());
            self::assertSame(Image::load('png', $this->folder.'/in.png')->bytes(), $print->crop(new \Snugfit\Core\Measure\PixelWindow(0, 30, 120, 60))->bytes(), $edge->value);
            $above = substr($print->bytes(), 3 * (120 * 10 + 60), 3);
            $row = static fn (int $y): string => substr($print->bytes(), 3 * (120 * $y + 60), 3);
            match ($edge) {
                EdgeFill::Colour => self::assertSame("\x0f\x5c\x63", $above),
                EdgeFill::Continued => self::assertSame($row(30), $above),
                EdgeFill::Mirrored => self::assertSame($row(30 + 19), $row(30 - 20)),
                default => self::assertNotSame($row(30), $above),
            };
        }
    }

    /** Laid on nothing where the file keeps that, else on what transparent artwork is laid on. */
    public function test_a_whole_picture_lies_on_nothing_or_on_the_matte(): void
    {
        $this->master(120, 60);
        $facts = $this->read($this->folder.'/in.png');
        $product = new Product('x', 'x', PrintSize::inches(6, 6), Bleed::none(), Ppi::of(20), Ppi::of(10), formats: [FileFormat::Jpeg, FileFormat::Png], wantsTransparency: true, fit: new ProductFit(FitModeRule::Whole, Alignment::Top));
        $placement = (new PlacementPlanner())->plan($facts->artwork(), $product, PlacementRequest::none());
        $recipe = (new RecipeBuilder())->recipeFor($placement, $facts);
        self::assertSame([FileFormat::Png, true, EdgeFill::Transparent], [$recipe->write->format, $recipe->write->transparent, $recipe->mount?->layout->edgeFill]);
        self::assertEquals($recipe, Recipe::fromJson($recipe->canonicalJson()));
        foreach ([[$recipe, 4, "\0\0\0\0"], [(new RecipeBuilder())->recipeFor($placement, $facts, new RenderOptions(FileFormat::Tiff, matte: '0f5c63')), 4, "\0\0\0\0"]] as [$one, $bands, $below]) {
            $path = $this->folder.'/out.'.$one->write->format->extension();
            PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.png'), $one, $path);
            $print = Image::load($one->write->format->value, $path);
            self::assertEquals([new PixelSize(120, 120), $bands], [$print->size(), $print->bands()]);
            self::assertSame($below, substr($print->bytes(), $bands * (120 * 90 + 60), $bands));
            self::assertSame(Image::load('png', $this->folder.'/in.png')->bytes(), $print->crop(new \Snugfit\Core\Measure\PixelWindow(0, 0, 120, 60))->extractBands(0, 3)->bytes());
            self::assertSame([], Preflight::failures((new Preflight())->check($one, (new PrintFileReader())->read($path), null)));
        }
        $plain = (new RecipeBuilder())->recipeFor($placement, $facts, new RenderOptions(FileFormat::Jpeg, matte: '0f5c63'));
        self::assertSame([false, EdgeFill::Colour, '0f5c63'], [$plain->write->transparent, $plain->mount?->layout->edgeFill, $plain->mount?->layout->colour]);
    }

    public function test_posed_prints_pass_preflight_in_every_format(): void
    {
        $this->master(120, 60);
        $request = new PlacementRequest(new Framing(transform: new ImageTransform(QuarterTurn::Right, true, 4.0), fitMode: FitMode::Whole, edgeFill: EdgeFill::Blurred));
        $facts = $this->read($this->folder.'/in.png');
        foreach (FileFormat::cases() as $format) {
            $recipe = (new RecipeBuilder())->recipeFor($this->plan($facts->size, '6x6in', $request, 20), $facts, new RenderOptions($format));
            self::assertEquals($recipe, Recipe::fromJson($recipe->canonicalJson()));
            PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.png'), $recipe, $this->folder.'/p');
            self::assertSame([], Preflight::failures((new Preflight())->check($recipe, (new PrintFileReader())->read($this->folder.'/p'), null)));
        }
    }

    public function test_a_recipe_without_a_pose_keeps_the_name_it_had(): void
    {
        $this->master(120, 60);
        $facts = $this->read($this->folder.'/in.png');
        $json = (new RecipeBuilder())->recipeFor($this->plan($facts->size, '6x3in', PlacementRequest::none(), 20), $facts)->canonicalJson();
        self::assertSame(['edition', 'enlarge', 'frame', 'write'], array_keys((array) json_decode($json, true)));
        self::assertStringNotContainsString('pose', $json);
    }

    private function master(int $width, int $height): void
    {
        $this->picture(new PixelSize($width, $height))->save('png', $this->folder.'/in.png', []);
    }

    private function plan(PixelSize $picture, string $print, PlacementRequest $request, float $target): Placement
    {
        return (new PlacementPlanner())->plan(new Artwork($picture), new Product('x', 'x', PrintSize::parse($print), Bleed::none(), Ppi::of($target), Ppi::of(min(10.0, $target))), $request);
    }

    /** Printed at the crop's own pixels, so that nothing but the pose changes them. */
    private function print(Placement $placement): string
    {
        $recipe = (new RecipeBuilder())->recipeFor($placement, $this->read($this->folder.'/in.png'), new RenderOptions(FileFormat::Png));
        if (null === $recipe->mount) {
            $recipe = new Recipe($recipe->frame, new \Snugfit\Core\Recipe\Enlarge($recipe->enlarge->settings, $placement->crop->size()), $recipe->write);
        }
        PrintFileMaker::in($this->folder)->make(Master::open($this->folder.'/in.png'), $recipe, $this->folder.'/out.png');

        return $this->folder.'/out.png';
    }

    /** Mean difference of two pictures in levels of 255, without the outermost pixels. */
    private function difference(string $one, string $other): float
    {
        [$a, $b] = [Image::load('png', $this->folder.'/'.$one), Image::load('png', $this->folder.'/'.$other)];
        $size = $a->size();
        $inner = new \Snugfit\Core\Measure\PixelWindow(2, 2, $size->width - 4, $size->height - 4);
        [$x, $y] = [$a->extractBands(0, 3)->crop($inner)->bytes(), $b->crop($inner)->bytes()];
        $sum = 0;
        for ($i = 0, $end = \strlen($x); $i < $end; ++$i) {
            $sum += abs(\ord($x[$i]) - \ord($y[$i]));
        }

        return $sum / max(1, \strlen($x));
    }
}
