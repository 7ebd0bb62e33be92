<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Console\Bench\BenchDrawing;
use Snugfit\Console\Bench\PictureDamage;
use Snugfit\Core\Artwork\ExpectedErrors;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\KindPart;
use Snugfit\Core\Artwork\SourceEvidence;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Reading\EvidenceReader;
use Snugfit\Pixels\Reading\FaceCascade;
use Snugfit\Pixels\Reading\JpegHeader;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/** What was done to a picture: read from a JPEG's head, seen in pixels. */
final class EvidenceReaderTest extends PixelTestCase
{
    /** @return iterable<string, array{int, string, string}> quality, sampling as the tool takes it, as it is told */
    public static function savings(): iterable
    {
        foreach ([[98, '1x1', '4:4:4'], [85, '2x1', '4:2:2'], [75, '2x2', '4:2:0'], [50, '2x2', '4:2:0'], [12, '1x2', '4:4:0']] as $one) {
            yield "quality $one[0], $one[2]" => $one;
        }
    }

    #[DataProvider('savings')]
    public function test_a_jpegs_own_tables_tell_how_it_was_saved(int $quality, string $factors, string $sampling): void
    {
        $this->tool('convert', '-size', '160x120', 'plasma:navy-orange', '-sampling-factor', $factors, '-quality', (string) $quality, 'a.jpg');
        $header = JpegHeader::of($this->folder.'/a.jpg');
        self::assertSame([$quality, $sampling], [$header?->quality(), $header?->sampling]);
        // Another program reads the same from it.
        self::assertSame((string) $quality, trim($this->tool('identify', '-format', '%Q', 'a.jpg')));
    }

    public function test_a_grey_one_shares_no_colours_and_what_is_no_jpeg_says_nothing(): void
    {
        $this->tool('convert', '-size', '64x64', 'gradient:', '-colorspace', 'Gray', '-quality', '70', 'g.jpg');
        self::assertSame([70, null], [JpegHeader::of($this->folder.'/g.jpg')?->quality(), JpegHeader::of($this->folder.'/g.jpg')?->sampling]);
        $this->tool('convert', '-size', '64x64', 'gradient:', 'g.png');
        self::assertNull(JpegHeader::of($this->folder.'/g.png'));
        foreach ([1, 3, 21, 60, 200] as $bytes) {
            file_put_contents($this->folder.'/cut.jpg', substr((string) file_get_contents($this->folder.'/g.jpg'), 0, $bytes));
            self::assertNull(JpegHeader::of($this->folder.'/cut.jpg')?->sampling, "cut off after $bytes bytes");
        }
    }

    public function test_noise_is_seen_as_strong_as_it_is(): void
    {
        $clean = $this->picture(new PixelSize(400, 300))->copyToMemory();
        self::assertLessThan(1.5, $this->seen($clean)->noise);
        $before = $this->seen($clean)->noise;
        foreach ([4.0, 8.0, 16.0] as $sigma) {
            mt_srand(3);
            $noisy = self::noisy($clean, $sigma);
            $noise = $this->seen($noisy)->noise;
            self::assertEqualsWithDelta($sigma, $noise, 0.5 * $sigma, "noise of $sigma levels");
            self::assertGreaterThan($before, $noise);
            $before = $noise;
        }
    }

    public function test_what_is_damaged_is_expected_to_come_out_nearer_by_what_repairs_it(): void
    {
        $clean = BenchDrawing::of(4)->crop(new PixelWindow(30, 460, 400, 240))->copyToMemory();
        $told = fn (PictureDamage $damage): ExpectedErrors => $this->seen($damage->to($clean))->expected ?? self::fail('nothing is expected');
        $plain = $told(PictureDamage::none());
        self::assertLessThan(min($plain->faithful, $plain->redrawn->whole, $plain->focused->whole, $plain->mending->whole), $plain->drawn);
        $saved = $told(PictureDamage::jpeg(30));
        self::assertLessThan(min($saved->drawn, $saved->faithful, $saved->focused->half), $saved->redrawn->whole);
        $noisy = $told(PictureDamage::noise(16.0));
        self::assertLessThan(min($noisy->faithful, $noisy->focused->half), $noisy->denoised->whole);
        self::assertLessThan($noisy->drawn, $noisy->redrawn->whole);
        $soft = $told(PictureDamage::blur(1.2));
        self::assertLessThan(min($soft->faithful, $soft->drawn, $soft->mending->whole, $soft->denoised->whole, $soft->redrawn->whole), $soft->focused->whole);
        // Half of one way and half of another is never farther off than both.
        foreach ([$plain, $saved, $noisy, $soft] as $errors) {
            self::assertLessThan(1.05 * max($errors->faithful, $errors->mending->whole), $errors->mending->half);
            self::assertLessThan(1.05 * max($errors->drawn, $errors->redrawn->whole), $errors->redrawn->half);
        }
    }

    public function test_pictures_of_any_size_are_looked_at(): void
    {
        foreach ([new PixelSize(1, 1), new PixelSize(7, 300), new PixelSize(96, 96), new PixelSize(97, 95)] as $size) {
            $seen = $this->seen($this->picture($size)->copyToMemory());
            self::assertGreaterThanOrEqual(0.0, min($seen->traces, $seen->noise, $seen->blur), (string) $size);
            self::assertLessThan(30.0, max($seen->traces, $seen->noise, $seen->blur), (string) $size);
        }
    }

    public function test_what_is_drawn_in_a_photograph_and_a_photograph_on_a_drawing_are_found_where_they_are(): void
    {
        BenchDrawing::of(4)->save('png', $this->folder.'/drawing.png', []);
        $scenes = \dirname(__DIR__, 2).'/scenes';
        $this->tool('convert', "$scenes/sunlit/plate.jpg", '-crop', '1200x900+200+0', '+repage', '(', 'drawing.png', '-crop', '1000x300+0+100', '+repage', '-resize', '1200x300!', ')', '-gravity', 'south', '-composite', '-quality', '90', 'band.jpg');
        $found = $this->parts('band.jpg', Kind::Photo);
        self::assertSame([Kind::FlatGraphic], array_column($found, 'kind'));
        // The band is the lowest third; cells are an eighth.
        $band = FractionBox::parse('0,0.667,1,0.333');
        self::assertGreaterThan(0.8, $band->in($found[0]->box)?->area(), 'hardly anything else');
        self::assertGreaterThan(0.6, $found[0]->box->in($band)?->area(), 'most of it');

        $this->tool('convert', 'drawing.png', '(', "$scenes/cushion/plate.jpg", '-crop', '600x500+300+700', '+repage', ')', '-gravity', 'southeast', '-composite', 'page.png');
        foreach ([Kind::FlatGraphic, Kind::Illustration] as $kind) {
            $photo = $this->parts('page.png', $kind)[0] ?? self::fail('There is a photograph.');
            self::assertSame(Kind::Photo, $photo->kind);
            self::assertGreaterThan(0.75, $photo->box->sharedWith(FractionBox::parse('0.414,0.349,0.586,0.651')), $kind->value);
        }
        foreach (['sunlit', 'cushion', 'brick', 'mug'] as $scene) {
            self::assertSame([], $this->parts("$scenes/$scene/plate.jpg", Kind::Photo), $scene);
        }
        self::assertSame([], $this->parts('drawing.png', Kind::FlatGraphic));
        self::assertSame([], $this->parts('drawing.png', Kind::Illustration));
        // Pieces of what is small would lie on each other.
        $this->tool('convert', 'band.jpg', '-resize', '600x450', 'small.jpg');
        self::assertSame([], $this->parts('small.jpg', Kind::Photo));
    }

    /** @return list<KindPart> */
    private function parts(string $file, Kind $kind): array
    {
        $path = str_starts_with($file, '/') ? $file : $this->folder.'/'.$file;

        return (new EvidenceReader())->parts(Image::load(str_ends_with($path, 'png') ? 'png' : 'jpeg', $path)->extractBands(0, 3)->copyToMemory(), $kind);
    }

    public function test_a_cascade_is_evaluated_by_its_definition(): void
    {
        mt_srand(8);
        // Two stages over windows of 12 pixels; half of all patterns are known to each weak classifier.
        $features = [[0, 0, 2, 3], [3, 1, 3, 2], [1, 2, 1, 3]];
        $nodes = [];
        foreach ([0, 1, 2] as $i) {
            $nodes[$i] = array_map(static fn (): int => mt_rand(-2 ** 31, 2 ** 31 - 1), range(1, 8));
        }
        $weak = static fn (int $i): string => "<_><internalNodes>0 -1 $i ".implode(' ', $nodes[$i]).'</internalNodes><leafValues>1.0 -1.0</leafValues></_>';
        $xml = '<opencv_storage><cascade><width>12</width><stages>'
            .'<_><stageThreshold>0.5</stageThreshold><weakClassifiers>'.$weak(0).'</weakClassifiers></_>'
            .'<_><stageThreshold>-0.5</stageThreshold><weakClassifiers>'.$weak(1).$weak(2).'</weakClassifiers></_></stages><features>'
            .implode('', array_map(static fn (array $one): string => '<_><rect>'.implode(' ', $one).'</rect></_>', $features)).'</features></cascade></opencv_storage>';
        [$width, $height] = [30, 25];
        $bytes = implode('', array_map(static fn (): string => \chr(mt_rand(0, 255)), range(1, $width * $height)));
        $isKnown = static function (int $i, int $left, int $top) use ($features, $nodes, $bytes, $width): bool {
            [$x, $y, $w, $h] = $features[$i];
            $sums = [];
            for ($row = 0; $row < 3; ++$row) {
                for ($column = 0; $column < 3; ++$column) {
                    $sums[$row][$column] = 0;
                    for ($j = 0; $j < $w * $h; ++$j) {
                        $sums[$row][$column] += \ord($bytes[($top + $y + $row * $h + intdiv($j, $w)) * $width + $left + $x + $column * $w + $j % $w]);
                    }
                }
            }
            $pattern = 0;
            // Round the middle, from the corner at the top left on.
            foreach ([[0, 0], [0, 1], [0, 2], [1, 2], [2, 2], [2, 1], [2, 0], [1, 0]] as [$row, $column]) {
                $pattern = 2 * $pattern + ($sums[$row][$column] >= $sums[1][1] ? 1 : 0);
            }

            return 1 === (($nodes[$i][intdiv($pattern, 32)] >> ($pattern % 32)) & 1);
        };
        $wanted = [];
        for ($top = 0; $top + 12 <= $height; ++$top) {
            for ($left = 0; $left + 12 <= $width; ++$left) {
                $isThere = static fn (int $x, int $y): bool => $isKnown(0, $x, $y) && ($isKnown(1, $x, $y) || $isKnown(2, $x, $y));
                // Places between are looked at where the one before them is not spoken against.
                if ($isThere($left, $top) && $isThere($left - $left % 2, $top - $top % 2)) {
                    $wanted[] = [$left, $top];
                }
            }
        }
        self::assertNotSame([], $wanted);
        self::assertEqualsCanonicalizing($wanted, FaceCascade::of($xml)->found($bytes, $width, $height));
    }

    private function seen(Image $picture): SourceEvidence
    {
        return (new EvidenceReader())->read($picture, null)->source;
    }

    private static function noisy(Image $picture, float $sigma): Image
    {
        $bytes = $picture->bytes();
        $made = '';
        for ($i = 0, $end = \strlen($bytes); $i < $end; $i += 3) {
            $grain = $sigma * sqrt(-2 * log((mt_rand() + 1) / (mt_getrandmax() + 1))) * cos(2 * \M_PI * mt_rand() / mt_getrandmax());
            foreach ([0, 1, 2] as $channel) {
                $made .= \chr((int) max(0, min(255, round(\ord($bytes[$i + $channel]) + $grain))));
            }
        }

        return Image::ofBytes($made, $picture->size(), 3)->cast(BandFormat::Byte);
    }
}
