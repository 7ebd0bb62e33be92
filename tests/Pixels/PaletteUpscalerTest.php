<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Enlarger\Palette;
use Snugfit\Pixels\Enlarger\PaletteUpscaler;
use Snugfit\Pixels\ImageSimilarity;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Resampler;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Zimg\ScalingFilter;

/** Flat graphics come out as if they had been drawn at the larger size. */
final class PaletteUpscalerTest extends PixelTestCase
{
    private const DRAWING = '<rect width="120" height="90" fill="#f4e9cf"/><circle cx="45" cy="45" r="32" fill="#1d4f8a"/><path d="M20 80L70 12L100 80z" fill="#b23a2a"/><path d="M8 10L112 22" stroke="#111" stroke-width="3"/>';

    public function test_few_colours_stay_few_and_edges_are_where_they_would_be_drawn(): void
    {
        $small = $this->drawn(1);
        $large = $this->drawn(6);
        $made = $this->rebuilt($small, 6);
        $rebuilt = ImageSimilarity::between($large, $made);
        $kernel = ImageSimilarity::between($large, (new Resampler())->enlarge($small, $large->size(), ScalingFilter::Lanczos));
        self::assertGreaterThan($kernel->psnr + 3, $rebuilt->psnr);
        self::assertGreaterThan($kernel->ssim, $rebuilt->ssim);
        $counts = array_count_values(str_split($made->bytes(), 3));
        arsort($counts);
        $four = array_sum(\array_slice($counts, 0, 4));
        self::assertGreaterThan(0.96 * $made->size()->pixels(), $four, 'all but a thin edge is of the four colours');
        self::assertEqualsCanonicalizing(['f4e9cf', '1d4f8a', 'b23a2a', '111111'], array_map(bin2hex(...), array_map(strval(...), \array_slice(array_keys($counts), 0, 4))));
    }

    public function test_a_colour_between_two_others_makes_no_seam_along_their_edge(): void
    {
        // Grey lies between black and white, and has an area of its own.
        $drawing = '<rect width="120" height="90" fill="#fff"/><circle cx="40" cy="45" r="30" fill="#000"/><rect x="85" y="20" width="25" height="50" fill="#808080"/>';
        $made = $this->rebuilt($this->drawn(1, $drawing), 8);
        $across = $made->crop(new PixelWindow(0, 8 * 45, 8 * 80, 1))->bytes();
        $grey = array_filter(str_split($across, 3), static fn (string $pixel): bool => abs(\ord($pixel[0]) - 128) < 40);
        self::assertLessThanOrEqual(4, \count($grey), 'two edges, each about a pixel wide');
    }

    public function test_colours_of_thin_lines_and_single_pixels_are_not_lost(): void
    {
        // Nowhere flat: a line one pixel wide, and an eye of two.
        $drawing = '<g shape-rendering="crispEdges"><rect width="120" height="90" fill="#fff"/><rect width="120" height="30" fill="#224488"/><path d="M0 60.5h120" stroke="#d02020"/><rect x="50" y="40" width="2" height="2" fill="#20a040"/></g>';
        $small = $this->drawn(1, $drawing);
        $made = $this->rebuilt($small, 6);
        self::assertGreaterThan(150, $made->crop(new PixelWindow(300, 363, 1, 1))->extractBands(0, 1)->average(), 'the line is there');
        self::assertLessThan(120, $made->crop(new PixelWindow(300, 363, 1, 1))->extractBands(1, 1)->average(), 'and red');
        [$red, $green, $blue] = $made->crop(new PixelWindow(305, 245, 1, 1))->values();
        self::assertGreaterThan($red + 30, $green);
        self::assertGreaterThan($blue + 30, $green);
    }

    public function test_a_ramp_is_no_palette(): void
    {
        $ramp = '<defs><linearGradient id="r"><stop offset="0" stop-color="#135"/><stop offset="1" stop-color="#fc8"/></linearGradient></defs><rect width="120" height="90" fill="url(#r)"/><circle cx="45" cy="45" r="20" fill="#111"/>';
        $small = $this->drawn(1, $ramp);
        self::assertNull((new PaletteUpscaler($this->folder))->enlarge($small, 'ramp', new ImageTransform(), PixelWindow::whole($small->size()), new PixelSize(480, 360)));
        self::assertNull(Palette::of($this->picture(new PixelSize(200, 150))->bytes(), new PixelSize(200, 150), 3));
    }

    public function test_transparency_is_a_colour_like_others(): void
    {
        file_put_contents($this->folder.'/t.svg', '<svg xmlns="http://www.w3.org/2000/svg" width="120" height="90"><circle cx="60" cy="45" r="32" fill="#c02010"/><circle cx="60" cy="45" r="14" fill="#fff"/></svg>');
        $this->tool('rsvg-convert', '-o', 't.png', 't.svg');
        $made = $this->rebuilt(Master::open($this->folder.'/t.png')->picture(), 4);
        self::assertTrue($made->hasAlpha());
        foreach ([[2, 2, '00'], [240, 80, 'c02010ff'], [240, 180, 'ffffffff']] as [$x, $y, $wanted]) {
            self::assertStringEndsWith($wanted, bin2hex($made->crop(new PixelWindow($x, $y, 1, 1))->bytes()));
        }
        $laid = $made->flatten([0.0, 255.0, 0.0])->crop(new PixelWindow(60, 180, 120, 1))->bytes();
        foreach (str_split($laid, 3) as $pixel) {
            self::assertLessThan(26, \ord($pixel[2]), 'no blue, so no white fringe');
        }
    }

    public function test_covers_are_found_once_for_all_crops(): void
    {
        $small = $this->drawn(1);
        $whole = $this->rebuilt($small, 4);
        $covers = (int) filemtime($this->folder.'/picture/covers-2.bytes');
        touch($this->folder.'/picture/covers-2.bytes', $covers - 50);
        $part = (new PaletteUpscaler($this->folder))->enlarge($small, 'picture', new ImageTransform(), new PixelWindow(20, 10, 60, 60), new PixelSize(240, 240));
        clearstatcache();
        self::assertSame($covers - 50, filemtime($this->folder.'/picture/covers-2.bytes'));
        // But for the crop's own edge, where the kernel has nothing further to look at.
        self::assertSame($whole->crop(new PixelWindow(100, 60, 200, 200))->bytes(), $part?->crop(new PixelWindow(20, 20, 200, 200))->bytes());
    }

    private function drawn(int $times, string $drawing = self::DRAWING): Image
    {
        file_put_contents($this->folder.'/d.svg', \sprintf('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 120 90" width="%d" height="%d">%s</svg>', 120 * $times, 90 * $times, $drawing));
        $this->tool('rsvg-convert', '-b', 'white', '-o', "d$times.png", 'd.svg');

        return Master::open($this->folder."/d$times.png")->picture()->extractBands(0, 3)->copyToMemory();
    }

    private function rebuilt(Image $small, int $times): Image
    {
        return (new PaletteUpscaler($this->folder))->enlarge($small, 'picture', new ImageTransform(), PixelWindow::whole($small->size()), $small->size()->times($times))?->copyToMemory() ?? throw new \LogicException('It is not flat.');
    }
}
