<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\FailureReason;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Reading\DecodedMasters;
use Snugfit\Pixels\Reading\FormatSniffer;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Reading\MasterReader;
use Snugfit\Pixels\Reading\UnreadableMaster;
use Snugfit\Pixels\Vips\Image;

/** Masters that another program decodes: a camera's raw file (made here by DNG 1.4), EPS, OpenRaster. */
final class DecodedMastersTest extends PixelTestCase
{
    public function test_a_raw_file_is_developed_to_sixteen_bits_of_wide_rgb(): void
    {
        $path = $this->dng([[40000, 9000, 6000], [8000, 30000, 9000], [5000, 9000, 40000], [30000, 30000, 30000]]);
        $facts = $this->facts($path);
        self::assertSame([MasterFormat::Raw, 16, false, 1], [$facts->format, $facts->bits, $facts->isTransparent, $facts->pages]);
        self::assertEquals(new PixelSize(160, 120), $facts->size);
        self::assertSame([(int) filesize($path), hash_file('sha256', $path)], [$facts->bytes, $facts->sha256]);
        self::assertTrue($facts->isWideGamut());
        // Four fields, left to right: red, green, blue, grey.
        $picture = WorkingSpaceConverter::toBytes(WorkingSpaceConverter::toSrgb($this->open($path)->picture()));
        $at = static fn (int $x): array => array_map(ord(...), str_split(substr($picture->bytes(), 3 * (160 * 60 + $x), 3)));
        foreach ([20, 60, 100] as $band => $x) {
            $colour = $at($x);
            $others = array_diff_key($colour, [$band => 0]);
            self::assertGreaterThan(60, $colour[$band] - array_sum($others) / 2, implode(' ', $colour));
        }
        [$red, $green, $blue] = $at(140);
        self::assertLessThan(6, abs($red - $green) + abs($green - $blue), 'grey is grey');
    }

    public function test_a_drawing_in_postscript_is_drawn_afresh_at_any_size(): void
    {
        $path = $this->write('d.eps', "%!PS-Adobe-3.0 EPSF-3.0\n%%BoundingBox: 0 0 200 100\n1 0 0 setrgbcolor 0 0 100 100 rectfill 0 0 1 setrgbcolor 100 0 100 100 rectfill\nshowpage\n");
        $facts = $this->facts($path);
        self::assertSame([MasterFormat::Eps, true], [$facts->format, $facts->artwork()->isVector]);
        self::assertEquals(new PixelSize(4096, 2048), $facts->size);
        $large = $this->open($path)->drawing(2.0);
        self::assertEquals(new PixelSize(8192, 4096), $large->size());
        $at = static fn (int $x): array => \array_slice($large->crop(new PixelWindow($x, 2000, 1, 1))->values(), 0, 3);
        self::assertEquals([[255, 0, 0], [0, 0, 255]], [$at(4093), $at(4098)], 'a sharp edge');
    }

    public function test_postscript_reaches_no_file_but_its_own(): void
    {
        $path = $this->write('e.eps', "%!PS-Adobe-3.0 EPSF-3.0\n%%BoundingBox: 0 0 10 10\n(/usr/share/common-licenses/GPL-3) (r) file pop showpage\n");
        $this->expectException(UnreadableMaster::class);
        $this->facts($path);
    }

    public function test_an_openraster_file_is_its_merged_picture(): void
    {
        $this->picture(new PixelSize(64, 48))->save('png', $this->folder.'/merged.png', []);
        $facts = $this->facts($this->ora((string) file_get_contents($this->folder.'/merged.png')));
        self::assertSame([MasterFormat::OpenRaster, 8], [$facts->format, $facts->bits]);
        self::assertEquals(new PixelSize(64, 48), $facts->size);
        self::assertSame(Image::load('png', $this->folder.'/merged.png')->bytes(), $this->open($this->folder.'/l.ora')->picture()->bytes());
    }

    public function test_it_is_decoded_once_and_again_where_what_was_kept_is_gone(): void
    {
        $path = $this->ora((string) file_get_contents($this->png()));
        $kept = $this->open($path)->path;
        self::assertStringStartsWith($this->folder.'/decoded-'.hash_file('sha256', $path), $kept);
        $before = filemtime($kept);
        touch($kept, (int) $before - 1000);
        $this->open($path);
        clearstatcache();
        self::assertGreaterThanOrEqual($before, filemtime($kept), 'it is in use');
        unlink($kept);
        self::assertSame($kept, $this->open($path)->path);
        self::assertCount(1, glob(\dirname($kept).'/*') ?: [], 'nothing else is left there');
    }

    /** @return iterable<string, array{string, string}> */
    public static function broken(): iterable
    {
        yield 'a raw file that stops after its head' => ['a.dng', "II*\0\x08\0\0\0\x01\0\x12\xc6\x01\0\x04\0\0\0\x01\x04\0\0\0\0\0\0"];
        yield 'another camera\'s start and nothing more' => ['a.raf', 'FUJIFILMCCD-RAW 0201'.str_repeat("\0", 100)];
        yield 'postscript that makes no page' => ['a.eps', "%!PS-Adobe-3.0 EPSF-3.0\n%%BoundingBox: 0 0 10 10\nthis is nothing\n"];
        yield 'postscript cut short' => ['b.eps', '%!PS'];
        yield 'a boxed one that is empty' => ['c.eps', "\xc5\xd0\xd3\xc6\xff\xff\xff\xff\xff\xff\xff\xff"];
        yield 'an archive without a picture' => ['a.ora', "PK\x03\x04\x14\0\0\0\0\0\0\0\0\0\0\0\0\0\x10\0\0\0\x10\0\0\0\x08\0\0\0mimetypeimage/openraster"];
    }

    #[DataProvider('broken')]
    public function test_what_cannot_be_decoded_is_told_and_leaves_nothing(string $name, string $bytes): void
    {
        try {
            $this->facts($this->write($name, $bytes));
            self::fail('It was read.');
        } catch (UnreadableMaster $e) {
            self::assertContains($e->reason(), [FailureReason::Damaged, FailureReason::NotAPicture]);
        }
        self::assertSame([], glob($this->folder.'/decoded-*/*'));
    }

    public function test_a_merged_picture_that_is_none_is_told(): void
    {
        $this->expectException(UnreadableMaster::class);
        $this->facts($this->ora('no picture'));
    }

    public function test_a_missing_program_is_named_by_its_package(): void
    {
        $failure = UnreadableMaster::needs('libraw-bin');
        self::assertSame(FailureReason::NotInstalled, $failure->reason());
        self::assertStringContainsString('the package libraw-bin', $failure->sentence());
    }

    public function test_files_are_told_by_their_bytes(): void
    {
        $tiff = static fn (string $options): string => "convert -size 8x8 xc:red $options";
        exec($tiff(escapeshellarg($this->folder.'/plain.tif')));
        self::assertNull(FormatSniffer::of($this->folder.'/plain.tif'), 'a TIFF is no raw file');
        self::assertNull(FormatSniffer::of($this->png()));
        foreach (['crx' => "\0\0\0\x18ftypcrx \0\0\0\1", 'cr2' => "II*\0\x10\0\0\0CR\x02\0", 'rw2' => "IIU\0\x18\0\0\0"] as $name => $bytes) {
            self::assertSame(MasterFormat::Raw, FormatSniffer::of($this->write($name, $bytes)), $name);
        }
    }

    private function facts(string $path): MasterFacts
    {
        return (new MasterReader())->read($this->open($path));
    }

    private function open(string $path): Master
    {
        return (new DecodedMasters($this->folder))->open($path);
    }

    private function png(): string
    {
        $this->picture(new PixelSize(16, 16))->save('png', $this->folder.'/small.png', []);

        return $this->folder.'/small.png';
    }

    private function ora(string $merged): string
    {
        $zip = new \ZipArchive();
        $zip->open($this->folder.'/l.ora', \ZipArchive::CREATE | \ZipArchive::OVERWRITE);
        $zip->addFromString('mimetype', 'image/openraster');
        $zip->setCompressionName('mimetype', \ZipArchive::CM_STORE);
        $zip->addFromString('mergedimage.png', $merged);
        $zip->addFromString('stack.xml', '<image w="64" h="48"><stack/></image>');
        $zip->close();

        return $this->folder.'/l.ora';
    }

    private function write(string $name, string $bytes): string
    {
        file_put_contents($this->folder.'/'.$name, $bytes);

        return $this->folder.'/'.$name;
    }

    /**
     * Fields side by side under a filter of red, green, green, blue.
     *
     * @param list<array{int, int, int}> $fields red, green, blue of 16 bits, as the sensor sees them
     */
    private function dng(array $fields): string
    {
        [$width, $height] = [160, 120];
        $samples = '';
        for ($y = 0; $y < $height; ++$y) {
            for ($x = 0; $x < $width; ++$x) {
                $samples .= pack('v', $fields[intdiv($x * \count($fields), $width)][$x % 2 + $y % 2]);
            }
        }
        $short = static fn (int ...$values): array => [3, \count($values), pack('v*', ...$values)];
        $long = static fn (int ...$values): array => [4, \count($values), pack('V*', ...$values)];
        $text = static fn (string $words): array => [2, \strlen($words) + 1, $words."\0"];
        $ratio = static fn (int $type, float ...$values): array => [$type, \count($values), implode('', array_map(static fn (float $one): string => pack('VV', (int) round(10000 * $one) & 0xFFFFFFFF, 10000), $values))];
        $entries = [
            254 => $long(0), 256 => $long($width), 257 => $long($height), 258 => $short(16), 259 => $short(1), 262 => $short(32803),
            271 => $text('Tern'), 272 => $text('Lamp 1'), 273 => $long(0), 274 => $short(1), 277 => $short(1), 278 => $long($height),
            279 => $long(\strlen($samples)), 33421 => $short(2, 2), 33422 => [1, 4, "\0\1\1\2"], 50706 => [1, 4, "\1\4\0\0"],
            50708 => $text('Tern Lamp 1'), 50717 => $long(65535),
            // Its colours are those of sRGB's primaries (IEC 61966-2-1), from XYZ.
            50721 => $ratio(10, 3.2406, -1.5372, -0.4986, -0.9689, 1.8758, 0.0415, 0.0557, -0.2040, 1.0570),
            50728 => $ratio(5, 1.0, 1.0, 1.0), 50778 => $short(21),
        ];
        $at = 8 + 2 + 12 * \count($entries) + 4;
        $directory = pack('v', \count($entries));
        $beyond = '';
        $size = array_sum(array_map(static fn (array $entry): int => \strlen($entry[2]) > 4 ? \strlen($entry[2]) + \strlen($entry[2]) % 2 : 0, $entries));
        $entries[273] = $long($at + $size);
        foreach ($entries as $tag => [$type, $count, $value]) {
            $directory .= pack('vvV', $tag, $type, $count);
            if (\strlen($value) <= 4) {
                $directory .= str_pad($value, 4, "\0");
                continue;
            }
            $directory .= pack('V', $at + \strlen($beyond));
            $beyond .= $value.(1 === \strlen($value) % 2 ? "\0" : '');
        }

        return $this->write('a.dng', "II*\0\x08\0\0\0".$directory."\0\0\0\0".$beyond.$samples);
    }
}
