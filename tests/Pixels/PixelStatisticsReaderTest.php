<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use Snugfit\Core\Artwork\MasterWarning;
use Snugfit\Core\Artwork\MasterWarnings;
use Snugfit\Core\Artwork\PixelStatistics;

/** Made by ImageMagick, so that what is wrong with each picture is known. */
final class PixelStatisticsReaderTest extends PixelTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        // A drawing that ImageMagick brings, sharp to the pixel.
        $this->convert('sharp.png', 'wizard:', '-depth', '8');
    }

    public function test_an_enlarged_picture_loses_nothing_when_halved(): void
    {
        $sharp = $this->measures('sharp.png');
        self::assertGreaterThan(12.0, $sharp->lostAtHalf);
        $this->convert('twice.png', 'sharp.png', '-filter', 'Lanczos', '-resize', '200%');
        $this->convert('six.png', 'sharp.png', '-filter', 'Mitchell', '-resize', '600%', '+repage');
        self::assertLessThan(0.7 * (float) $sharp->lostAtHalf, (float) $this->measures('twice.png')->lostAtHalf);
        self::assertLessThan(8.0, (float) $this->measures('six.png')->lostAtHalf);
        self::assertNotContains('soft', $this->warned('sharp.png'));
        self::assertContains('soft', $this->warned('six.png'));
    }

    public function test_a_picture_out_of_focus_is_soft(): void
    {
        $this->convert('blurred.png', 'sharp.png', '-blur', '0x3');
        self::assertContains('soft', $this->warned('blurred.png'));
    }

    public function test_jpeg_blocks_are_measured_and_only_told_where_they_show(): void
    {
        $smooth = ['-size', '640x480', 'gradient:#203040-#d0b090', '(', '-size', '640x480', 'radial-gradient:white-black', ')', '-compose', 'Overlay', '-composite', '-attenuate', '0.15', '+noise', 'Gaussian'];
        $this->convert('good.jpg', ...[...$smooth, '-quality', '92']);
        $this->convert('bad.jpg', ...[...$smooth, '-quality', '10']);
        self::assertLessThan(2.0, $this->measures('good.jpg')->blockiness);
        self::assertGreaterThan(3.0, $this->measures('bad.jpg')->blockiness);
        self::assertSame([false, true], [\in_array('blocks', $this->warned('good.jpg'), true), \in_array('blocks', $this->warned('bad.jpg'), true)]);
    }

    public function test_the_same_picture_at_another_size_and_quality_is_alike_and_others_are_not(): void
    {
        $this->convert('small.jpg', 'sharp.png', '-resize', '40%', '-quality', '60');
        $this->convert('brighter.png', 'sharp.png', '-modulate', '108');
        $this->convert('mirrored.png', 'sharp.png', '-flop');
        $this->convert('other.png', '-seed', '99', '-size', '640x480', 'plasma:fractal');
        $sharp = $this->measures('sharp.png');
        self::assertLessThanOrEqual(4, $sharp->distance($this->measures('small.jpg')));
        self::assertLessThanOrEqual(4, $sharp->distance($this->measures('brighter.png')));
        self::assertGreaterThan(10, $sharp->distance($this->measures('mirrored.png')));
        self::assertGreaterThan(10, $sharp->distance($this->measures('other.png')));
    }

    public function test_margins_and_darkness_are_measured(): void
    {
        $this->convert('framed.png', 'sharp.png', '-bordercolor', 'white', '-border', '160x0', '-gravity', 'north', '-background', 'white', '-splice', '0x120');
        [$top, $right, $bottom, $left] = $this->measures('framed.png')->emptyMargins;
        // 160 of 800 px on either side, 120 of 760 at the top; the drawing's own ground may add to it.
        self::assertGreaterThanOrEqual(0.15, $top);
        self::assertGreaterThanOrEqual(0.19, min($left, $right));
        self::assertLessThan(0.15, $bottom);
        self::assertContains('margins', $this->warned('framed.png'));
        $this->convert('dark.png', 'sharp.png', '-modulate', '20');
        self::assertContains('dark', $this->warned('dark.png'));
        self::assertSame([], array_intersect(['margins', 'dark', 'blocks', 'soft'], $this->warned('sharp.png')));
    }

    public function test_a_point_of_interest_is_guessed_where_one_stands_out(): void
    {
        $this->convert('dot.png', '-size', '900x600', 'gradient:#9ab-#8a9', '-fill', '#d02010', '-stroke', 'black', '-draw', 'circle 640,330 640,390');
        $focus = $this->read($this->folder.'/dot.png')->focus;
        self::assertNotNull($focus);
        self::assertEqualsWithDelta([640 / 900, 330 / 600], [$focus->x + $focus->width / 2, $focus->y + $focus->height / 2], 0.12);
        $this->convert('plain.png', '-size', '900x600', 'xc:#9ab');
        $plain = $this->read($this->folder.'/plain.png');
        self::assertNull($plain->statistics->lostAtHalf, 'nothing has detail to lose');
    }

    private function measures(string $name): PixelStatistics
    {
        return $this->read($this->folder.'/'.$name)->statistics;
    }

    /** @return list<string> */
    private function warned(string $name): array
    {
        return array_map(static fn (MasterWarning $warning): string => $warning->code, (new MasterWarnings())->of($this->read($this->folder.'/'.$name), $name));
    }
}
