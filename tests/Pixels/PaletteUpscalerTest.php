<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscalePlan;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Enlarger\NetworkUpscaler;
use Snugfit\Pixels\Enlarger\Palette;
use Snugfit\Pixels\Enlarger\PaletteFinder;
use Snugfit\Pixels\Enlarger\PaletteUpscaler;
use Snugfit\Pixels\Enlarger\UpscaleTileCache;
use Snugfit\Pixels\ImageSimilarity;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Resampler;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
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
        self::assertGreaterThanOrEqual(ImageSimilarity::between($large, $this->enlarged($small, 6, UpscaleMethod::Drawn))->psnr, $rebuilt->psnr);
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
        self::assertNull((new PaletteFinder($this->folder))->find($small, 'ramp'));
        self::assertNull(Palette::of($this->picture(new PixelSize(200, 150))->bytes(), new PixelSize(200, 150)));
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

    public function test_a_palette_is_found_once(): void
    {
        $small = $this->drawn(1);
        $palette = (new PaletteFinder($this->folder))->find($small, 'picture');
        self::assertNotNull($palette);
        self::assertEqualsCanonicalizing([[0xF4, 0xE9, 0xCF], [0x1D, 0x4F, 0x8A], [0xB2, 0x3A, 0x2A], [0x11, 0x11, 0x11]], $palette->levels());
        $again = (new PaletteFinder($this->folder))->find($this->drawn(1, '<rect width="60" height="90" fill="#123"/>'), 'picture');
        self::assertEquals($palette, $again, 'the same name, the same picture');
    }

    public function test_sixteen_bits_keep_their_exact_colours(): void
    {
        $deep = $this->drawn(1)->rescaleTo(BandFormat::Short)->linear(1.0, 101.0)->cast(BandFormat::Short)->withInterpretation(Interpretation::Rgb16)->copyToMemory();
        $counts = array_count_values(str_split($this->rebuilt($deep, 2)->bytes(), 6));
        arsort($counts);
        $wanted = array_count_values(str_split($deep->bytes(), 6));
        arsort($wanted);
        self::assertSame(\array_slice(array_keys($wanted), 0, 3), \array_slice(array_keys($counts), 0, 3));
    }

    /** @return iterable<string, array{float, float}> width in pixels of the source, degrees */
    public static function lines(): iterable
    {
        foreach ([0.5, 1.0, 2.0] as $width) {
            foreach ([0.0, 3.0, 27.0, 45.0, 86.0] as $angle) {
                yield "$width px at $angle degrees" => [$width, $angle];
            }
        }
    }

    #[DataProvider('lines')]
    public function test_a_thin_line_stays_one_line_of_two_colours(float $width, float $angle): void
    {
        $drawing = \sprintf('<rect width="120" height="90" fill="#fff"/><path d="M0 40h-30v9h30z" fill="#1a1a60"/><g transform="rotate(%F 60 45)"><path d="M15 45H105" stroke="#1a1a60" stroke-width="%F"/></g><rect x="4" y="70" width="14" height="14" fill="#1a1a60"/>', $angle, $width);
        $times = 4;
        $made = $this->rebuilt($this->drawn(1, $drawing), $times);
        [$across, $down] = [cos(deg2rad($angle)), sin(deg2rad($angle))];
        $bytes = $made->bytes();
        $darkest = [];
        for ($along = -38.0; $along <= 38.0; $along += 0.25) {
            $levels = [];
            for ($beside = -1.5; $beside <= 1.5; $beside += 0.25) {
                $x = (int) floor((60 + $along * $across - $beside * $down) * $times);
                $y = (int) floor((45 + $along * $down + $beside * $across) * $times);
                $levels[] = \ord($bytes[3 * ($y * $made->size()->width + $x)]);
            }
            $darkest[] = min($levels);
        }
        // No gap: nowhere paler than half way between the line's own usual tone and the paper.
        sort($darkest);
        $usual = $darkest[intdiv(\count($darkest), 2)];
        self::assertLessThan(0.5 * ($usual + 255), end($darkest), "usually $usual");
        foreach (array_unique(str_split($bytes, 3)) as $pixel) {
            [$red, $green, $blue] = array_map(\ord(...), str_split($pixel));
            self::assertEqualsWithDelta($red, $green, 1.5);
            self::assertEqualsWithDelta(255 - (255 - $red) * (255 - 0x60) / (255 - 0x1A), $blue, 1.5, 'a mixture of the two');
        }
    }

    private function drawn(int $times, string $drawing = self::DRAWING): Image
    {
        file_put_contents($this->folder.'/d.svg', \sprintf('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 120 90" width="%d" height="%d">%s</svg>', 120 * $times, 90 * $times, $drawing));
        $this->tool('rsvg-convert', '-b', 'white', '-o', "d$times.png", 'd.svg');

        return Master::open($this->folder."/d$times.png")->picture()->extractBands(0, 3)->copyToMemory();
    }

    private function rebuilt(Image $small, int $times): Image
    {
        return $this->enlarged($small, $times, UpscaleMethod::Rebuilt);
    }

    private function enlarged(Image $small, int $times, UpscaleMethod $method): Image
    {
        $plan = UpscalePlan::of(new UpscaleSettings($method), $small->size(), $small->size()->times($times));
        $network = new NetworkUpscaler($plan->settings);
        $palette = UpscaleMethod::Rebuilt === $method ? (new PaletteFinder($this->folder))->find($small, 'picture') ?? throw new \LogicException('It is not flat.') : null;
        $doubler = null === $palette ? $network : new PaletteUpscaler($network, $palette);
        $doubled = (new UpscaleTileCache($this->folder))->doubled($small, 'picture', $doubler, $plan->doublings, PixelWindow::whole($small->size()));

        return (new Resampler())->resample($doubled, $small->size()->times($times), $method)->copyToMemory();
    }
}
