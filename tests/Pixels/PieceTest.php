<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Delivery\PrintQualityMeasures;
use Snugfit\Core\Finish\Finish;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\PrintLayout;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\Mount;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\PrintFileMaker;
use Snugfit\Pixels\PrintFileReader;
use Snugfit\Pixels\PrintMeasurer;
use Snugfit\Pixels\PrintRenderer;
use Snugfit\Pixels\Reading\Master;

/** A file that holds a piece of a print, and what preflight measures of it. */
final class PieceTest extends PixelTestCase
{
    /** @return iterable<string, array{ImageTransform, ?Mount, Finish}> */
    public static function prints(): iterable
    {
        yield 'upright' => [ImageTransform::upright(), null, new Finish()];
        yield 'turned and tilted' => [new ImageTransform(QuarterTurn::Half, true, 7.0), null, new Finish()];
        yield 'sharpened' => [ImageTransform::upright(), null, Finish::fromRecord(JsonReader::of(['sharpen' => ['amount' => 60, 'radius' => '1px']], 'a finish'))];
        $border = new PrintLayout(new PixelWindow(60, 40, 600, 400), EdgeFill::Colour, 'ffffff');
        yield 'with a border' => [ImageTransform::upright(), new Mount(new PixelSize(720, 480), $border), new Finish()];
    }

    #[DataProvider('prints')]
    public function test_a_piece_is_cut_out_of_the_whole_and_known_by_its_plan(ImageTransform $transform, ?Mount $mount, Finish $finish): void
    {
        $master = Master::open($this->convert('in.png', '-size', '480x360', '-seed', '11', 'plasma:navy-orange', '-fill', 'white', '-draw', 'circle 150,150 180,150 circle 205,235 205,248', '-fill', 'black', '-draw', 'rectangle 300,90 330,240 polygon 240,120 285,190 225,210', '-depth', '8'));
        $whole = new Recipe(
            new Frame(new PixelSize(480, 360), new PixelWindow(90, 80, 300, 200), $transform),
            new Enlarge(new UpscaleSettings(UpscaleMethod::Lanczos), new PixelSize(600, 400)),
            new Write(FileFormat::Png, Ppi::of(100), 8, false),
            $mount,
            $finish,
        );
        $size = $whole->size();
        $left = $whole->cutTo(new PixelWindow(0, 0, 200, $size->height), null);
        $right = $whole->cutTo(new PixelWindow($size->width - 230, 30, 230, $size->height - 30), null);
        foreach ([$whole, $left, $right] as $at => $recipe) {
            self::assertEquals($recipe, Recipe::fromJson($recipe->canonicalJson()));
            PrintFileMaker::in($this->folder.'/work')->make($master, $recipe, $this->folder."/$at.png");
        }
        foreach ([1 => $left, $right] as $at => $recipe) {
            $piece = $recipe->piece ?? PixelWindow::whole($size);
            $window = \sprintf('%dx%d+%d+%d', $piece->width, $piece->height, $piece->x, $piece->y);
            self::assertSame('0', $this->tool('convert', '0.png', '-crop', $window, '+repage', "$at.png", '-metric', 'AE', '-compare', '-format', '%[distortion]', 'info:'));
            $measures = $this->measured($master, $recipe, $at);
            self::assertGreaterThan(0.9, $measures->similarity);
            self::assertSame(null === $finish->sharpening, null === $measures->halo);
        }
        // A file of another piece, or of all, is told by it.
        $other = $whole->cutTo(new PixelWindow($size->width - 200, 0, 200, $size->height), null);
        self::assertLessThan(0.6, $this->measured($master, $other, 1)->similarity);
    }

    public function test_a_piece_lies_on_its_print_and_shows_some_of_the_picture(): void
    {
        $recipe = new Recipe(
            new Frame(new PixelSize(300, 200), new PixelWindow(0, 0, 300, 200)),
            new Enlarge(new UpscaleSettings(UpscaleMethod::Lanczos), new PixelSize(600, 400)),
            new Write(FileFormat::Png, Ppi::of(100), 8, false),
            new Mount(new PixelSize(720, 480), new PrintLayout(new PixelWindow(60, 40, 600, 400), EdgeFill::Colour, 'ffffff')),
        );
        $piece = $recipe->cutTo(new PixelWindow(0, 0, 200, 480), null);
        self::assertEquals([new PixelWindow(60, 40, 140, 400), new PixelWindow(0, 0, 140, 400)], [$piece->shownPart(), $piece->shown()]);
        foreach ([static fn () => $recipe->cutTo(new PixelWindow(600, 0, 121, 480), null), static fn () => $recipe->cutTo(new PixelWindow(0, 0, 50, 480), null)->shown()] as $wrong) {
            try {
                $wrong();
                self::fail('It is beside the print or the picture.');
            } catch (ImpossibleRecipe $e) {
                self::assertStringContainsString('leaves the picture', $e->getMessage());
            }
        }
    }

    private function measured(Master $master, Recipe $recipe, int $at): PrintQualityMeasures
    {
        return (new PrintFileReader())->inPicture($this->folder."/$at.png", fn (string $file): PrintQualityMeasures => (new PrintMeasurer(new PrintRenderer($this->folder.'/work')))->measure($master, $recipe, $file));
    }
}
