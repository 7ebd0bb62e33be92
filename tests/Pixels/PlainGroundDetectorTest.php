<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\PlainGround;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Fit\PlacementWarnings;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Tests\Facts;
use Symfony\Component\Process\Process;

/** Pictures drawn and saved by ImageMagick, read as masters are. */
final class PlainGroundDetectorTest extends PixelTestCase
{
    /** @return iterable<string, array{string, string, ?string, ?list<float>}> how it is drawn, its file, the ground's colour, the subject's box */
    public static function pictures(): iterable
    {
        $disc = '-fill #a03020 -draw "circle 200,150 200,90"';
        $box = [141 / 400, 91 / 300, 119 / 400, 119 / 300];
        yield 'a disc on white' => ["-size 400x300 xc:white $disc", 'png', 'ffffff', $box];
        yield 'on a colour' => ["-size 400x300 xc:#1f2a44 $disc", 'png', '1f2a44', $box];
        yield 'as JPEG of middling quality' => ["-size 400x300 xc:#e0d0b0 $disc -quality 60", 'jpg', 'e0d0af', $box];
        yield 'on paper' => ["-size 400x300 xc:#f4efe4 -attenuate 0.15 +noise Gaussian $disc", 'png', '*', $box];
        yield 'on nothing' => ["-size 400x300 xc:none $disc", 'png', null, $box];
        yield 'grey alone' => ['-size 400x300 xc:gray90 -fill gray20 -draw "circle 200,150 200,90" -colorspace Gray', 'png', 'e5e5e5', $box];
        yield 'cut by the foot of the picture' => ['-size 400x300 xc:white -fill black -draw "rectangle 160,100 230,299"', 'png', 'ffffff', [160 / 400, 100 / 300, 71 / 400, 200 / 300]];
        yield 'of sixteen bits' => ["-size 400x300 xc:white $disc -depth 16", 'png', 'ffffff', $box];
    }

    /** @param ?list<float> $subject */
    #[DataProvider('pictures')]
    public function test_a_plain_ground_is_found_and_what_stands_on_it(string $drawn, string $extension, ?string $colour, ?array $subject): void
    {
        $ground = $this->read($this->draw($drawn, $extension))->ground;
        self::assertNotNull($ground);
        '*' === $colour ? self::assertMatchesRegularExpression('/^[ef][0-9a-f][ef][0-9a-f][de][0-9a-f]$/', (string) $ground->colour) : self::assertSame($colour, $ground->colour);
        foreach ($subject ?? [] as $i => $side) {
            // Chroma at half size carries a colour a block further.
            self::assertEqualsWithDelta($side, $ground->subject->toList()[$i], ('jpg' === $extension ? 8 : 2.5) / 300, "side $i");
        }
    }

    /** @return iterable<string, array{string}> */
    public static function others(): iterable
    {
        yield 'a gradient' => ['-size 400x300 gradient:#203040-#e0d0c0'];
        yield 'a pattern' => ['-size 400x300 pattern:checkerboard'];
        yield 'a subject as wide as the picture' => ['-size 400x300 xc:white -fill black -draw "rectangle 0,100 399,299"'];
        yield 'clouds' => ['-seed 4 -size 400x300 plasma:tomato-steelblue'];
        yield 'nothing but ground' => ['-size 400x300 xc:#1f2a44'];
    }

    #[DataProvider('others')]
    public function test_other_pictures_are_no_designs(string $drawn): void
    {
        self::assertNull($this->read($this->draw($drawn, 'png'))->ground);
    }

    public function test_it_is_known_on_which_fabric_a_design_is_hard_to_see(): void
    {
        $navy = $this->read($this->draw('-size 400x300 xc:none -fill #1d2840 -draw "circle 200,150 200,90" -fill white -draw "circle 200,150 200,120"', 'png'))->ground;
        self::assertNotNull($navy);
        self::assertSame([true, true, false, false], array_map($navy->isLostOn(...), ['1f2a44', '1b1b1d', 'ffffff', 'a8332c']));
        self::assertGreaterThan(0.95, $navy->lostOn('1f2a44'));
        self::assertSame(0.0, $navy->lostOn('ffffff'), 'what is inside is no outline');
        // Half white, half black: lost by half on each.
        $ground = $this->read($this->draw('-size 400x300 xc:none -fill white -draw "rectangle 100,50 199,250" -fill black -draw "rectangle 200,50 299,250"', 'png'))->ground;
        self::assertNotNull($ground);
        self::assertEqualsWithDelta(0.5, $ground->lostOn('ffffff'), 0.02);
        self::assertEqualsWithDelta(0.5, $ground->lostOn('000000'), 0.02);
        self::assertEquals($ground, PlainGround::fromRecord(JsonReader::of($ground->toArray(), 'a ground')));
        $facts = Facts::of(400, 300, transparent: true);
        $placement = (new PlacementPlanner())->plan(new Artwork(new PixelSize(4000, 3000), ground: $navy), Catalogue::standard()->product('apparel-front'), PlacementRequest::none());
        $said = PlacementWarnings::of($placement, MasterFacts::fromRecord(JsonReader::of(['ground' => $navy->toArray()] + $facts->toArray(), 'facts')), []);
        self::assertSame(['Hard to see on Navy, Black.'], $said);
    }

    public function test_drawings_of_lines_are_designs_too(): void
    {
        file_put_contents($this->folder.'/d.svg', '<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300"><circle cx="200" cy="150" r="60" fill="#a03020"/></svg>');
        $ground = $this->read($this->folder.'/d.svg')->ground;
        self::assertNull($ground?->colour);
        self::assertEqualsWithDelta(120 / 400, $ground->subject->width ?? 0.0, 0.01);
    }

    private function draw(string $words, string $extension): string
    {
        $path = $this->folder.'/drawn.'.$extension;
        Process::fromShellCommandline('convert '.str_replace('#', '\\#', $words).' '.escapeshellarg($path))->mustRun();

        return $path;
    }
}
