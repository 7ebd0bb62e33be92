<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Reading\LetteringDetector;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Vips\Image;

/** Lettering is found where it stands, and not where there is none. */
final class LetteringDetectorTest extends PixelTestCase
{
    /** Block letters on a field of 5 × 7, drawn here so that no font decides. */
    private const LETTERS = [
        'T' => 'M0 0h5v1h-2v6h-1v-6h-2z', 'I' => 'M2 0h1v7h-1z', 'D' => 'M0 0h4l1 1v5l-1 1h-4z M1 1v5h3v-5z', 'E' => 'M0 0h5v1h-4v2h3v1h-3v2h4v1h-5z',
        'L' => 'M0 0h1v6h4v1h-5z', 'A' => 'M0 1l1-1h3l1 1v6h-1v-3h-3v3h-1z M1 1v2h3v-2z', 'M' => 'M0 0h1l1.500 2l1.500-2h1v7h-1v-5l-1.500 2l-1.500-2v5h-1z', 'P' => 'M0 0h5v4h-4v3h-1z M1 1v2h3v-2z',
    ];

    /** @return iterable<string, array{string, string, float}> ground, ink, size of a letter's unit in px of 1200 × 800 */
    public static function words(): iterable
    {
        yield 'black on white' => ['#fff', '#000', 8.0];
        yield 'white on blue' => ['#123a5c', '#fff', 8.0];
        yield 'small' => ['#f0e9d8', '#333', 2.0];
        yield 'large' => ['#ffd', '#a22', 18.0];
    }

    #[DataProvider('words')]
    public function test_a_word_is_found_where_it_stands(string $ground, string $ink, float $unit): void
    {
        $found = $this->guess("<rect width='1200' height='800' fill='$ground'/><circle cx='200' cy='600' r='90' fill='$ink'/>".$this->word('TIDELAMP', 120, 300, $unit, $ink));
        self::assertCount(1, $found);
        $wanted = new FractionBox(120 / 1200, 300 / 800, (7 * 6.5 + 5) * $unit / 1200, 7 * $unit / 800);
        foreach ($wanted->toList() as $i => $value) {
            self::assertEqualsWithDelta($value, $found[0]->toList()[$i], 0.006);
        }
    }

    public function test_two_lines_are_two(): void
    {
        $lines = $this->guess("<rect width='1200' height='800' fill='#fff'/>".$this->word('TIDELAMP', 120, 300, 8, '#000').$this->word('LAMPTIDE', 120, 400, 5, '#000'));
        self::assertCount(2, $lines);
        self::assertLessThan($lines[1]->y, $lines[0]->y, 'the larger one first');
    }

    /** @return iterable<string, array{string}> */
    public static function others(): iterable
    {
        yield 'bars in a row' => [implode('', array_map(static fn (int $i): string => \sprintf('<rect x="%d" y="300" width="22" height="90"/>', 100 + 60 * $i), range(0, 14)))];
        yield 'dots in a row' => [implode('', array_map(static fn (int $i): string => \sprintf('<circle cx="%d" cy="300" r="20"/>', 100 + 60 * $i), range(0, 14)))];
        yield 'windows in rows' => [implode('', array_map(static fn (int $i): string => \sprintf('<path d="M%d %dh40v60h-40z m6 6v48h28v-48z" fill-rule="evenodd"/>', 100 + 70 * ($i % 12), 100 + 120 * intdiv($i, 12)), range(0, 59)))];
        yield 'stairs' => [implode('', array_map(static fn (int $i): string => \sprintf('<rect x="%d" y="%d" width="%d" height="50"/>', 100 + 60 * $i, 100 + 30 * $i, 20 + 3 * $i), range(0, 14)))];
        yield 'nothing' => [''];
    }

    #[DataProvider('others')]
    public function test_what_is_no_lettering_is_not_taken_for_it(string $marks): void
    {
        self::assertSame([], $this->guess("<rect width='1200' height='800' fill='#fff'/>".$marks));
    }

    public function test_noise_is_no_lettering(): void
    {
        mt_srand(3);
        $bytes = '';
        for ($i = 0; $i < 300 * 200; ++$i) {
            $bytes .= \chr(mt_rand(0, 255));
        }
        $grain = Image::ofBytes($bytes, new PixelSize(300, 200), 1);
        self::assertSame([], (new LetteringDetector())->guess($grain->join($grain)->join($grain)));
        $coarse = $grain->repeatPixels(4)->crop(new PixelWindow(0, 0, 900, 600));
        self::assertSame([], (new LetteringDetector())->guess($coarse->join($coarse)->join($coarse)));
    }

    private function word(string $word, int $x, int $y, float $unit, string $ink): string
    {
        $drawn = '';
        foreach (str_split($word) as $i => $letter) {
            $drawn .= \sprintf('<path fill="%s" fill-rule="evenodd" transform="translate(%F %d) scale(%F)" d="%s"/>', $ink, $x + 6.5 * $unit * $i, $y, $unit, self::LETTERS[$letter]);
        }

        return $drawn;
    }

    /** @return list<FractionBox> */
    private function guess(string $drawing): array
    {
        file_put_contents($this->folder.'/drawing.svg', "<svg xmlns='http://www.w3.org/2000/svg' width='1200' height='800'>$drawing</svg>");
        $this->tool('rsvg-convert', '-b', 'white', '-o', 'drawing.png', 'drawing.svg');

        return (new LetteringDetector())->guess(Master::open($this->folder.'/drawing.png')->picture()->extractBands(0, 3));
    }
}
