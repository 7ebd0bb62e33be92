<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Artwork\MasterWarning;
use Snugfit\Core\Artwork\MasterWarnings;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Reading\DoubleCompressionDetector;
use Snugfit\Pixels\Reading\JpegHeader;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Reading\MasterReader;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** JPEGs that were saved before, by ImageMagick's encoder, told from those that were saved once. */
final class DoubleCompressionDetectorTest extends PixelTestCase
{
    /** @return iterable<string, array{list<int>, ?array{int, int}}> qualities one after the other; the earlier one as guessed, from and to */
    public static function saves(): iterable
    {
        foreach ([60, 75, 85, 92, 97] as $quality) {
            yield "once at $quality" => [[$quality], null];
        }
        yield 'badly, then well' => [[50, 92], [45, 55]];
        yield 'passably, then well' => [[75, 95], [70, 78]];
        yield 'well, then a little better' => [[85, 95], [82, 88]];
        yield 'three times' => [[60, 92, 92], [55, 62]];
        // The last steps are the coarser ones: nothing is hidden behind them that a better copy would show.
        yield 'well, then badly' => [[92, 60], null];
        yield 'twice the same' => [[80, 80], null];
    }

    /**
     * @param list<int>        $qualities
     * @param ?array{int, int} $wanted
     */
    #[DataProvider('saves')]
    public function test_the_earlier_quality_is_found(array $qualities, ?array $wanted): void
    {
        $this->grainy()->save('png', $this->folder.'/0.png', []);
        $file = '0.png';
        foreach ($qualities as $i => $quality) {
            $this->convert(($i + 1).'.jpg', $file, '-quality', (string) $quality);
            $file = ($i + 1).'.jpg';
        }
        $path = $this->folder.'/'.$file;
        $found = (new DoubleCompressionDetector())->earlierQuality(JpegHeader::of($path), Image::load('jpeg', $path));
        if (null === $wanted) {
            self::assertNull($found);
        } else {
            self::assertGreaterThanOrEqual($wanted[0], $found);
            self::assertLessThanOrEqual($wanted[1], $found);
        }
        $codes = array_map(static fn (MasterWarning $warning): string => $warning->code, (new MasterWarnings())->of((new MasterReader())->read(Master::open($path), []), $file));
        self::assertSame(null !== $wanted, \in_array('resaved', $codes, true));
    }

    public function test_a_picture_that_lies_on_its_side_and_a_grey_one_are_looked_at_as_stored(): void
    {
        $this->grainy()->save('png', $this->folder.'/0.png', []);
        $this->convert('1.jpg', '0.png', '-quality', '50');
        $this->convert('2.jpg', '1.jpg', '-quality', '92');
        $this->tool('exiftool', '-q', '-overwrite_original', '-n', '-Orientation=6', '2.jpg');
        self::assertNotNull((new MasterReader())->read(Master::open($this->folder.'/2.jpg'), [])->statistics->savedBefore);
        $this->convert('3.jpg', '0.png', '-colorspace', 'Gray', '-quality', '50');
        $this->convert('4.jpg', '3.jpg', '-quality', '92');
        self::assertNotNull((new MasterReader())->read(Master::open($this->folder.'/4.jpg'), [])->statistics->savedBefore);
    }

    public function test_a_file_without_tables_says_nothing(): void
    {
        file_put_contents($this->folder.'/x.jpg', "\xFF\xD8\xFF\xE0\x00\x04ab\xFF\xDA\x00\x02");
        self::assertNull((new DoubleCompressionDetector())->earlierQuality(JpegHeader::of($this->folder.'/x.jpg'), $this->grainy()));
    }

    /** Shading with detail of every size, as photographs have. */
    private function grainy(): Image
    {
        $size = new PixelSize(640, 480);
        $sum = Image::noise($size, 3)->linear(6.0, 128.0);
        foreach ([1.0, 2.5, 6.0, 15.0] as $i => $blur) {
            $sum = $sum->plus(Image::noise($size, 10 + $i)->blurExactly($blur)->linear(30.0 * $blur, 0.0));
        }
        $grey = $sum->roundTo(BandFormat::Byte);

        return $grey->join($grey)->join($grey)->withInterpretation(Interpretation::Srgb)->copyToMemory();
    }
}
