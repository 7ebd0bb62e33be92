<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Artwork;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\KindPart;
use Snugfit\Core\Artwork\KindParts;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\MasterWarnings;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Tests\Facts;

/** Which parts of a picture are of another kind: rectangles of cells for which most speaks. */
final class KindPartsTest extends TestCase
{
    /** Natural logarithms of odds, as the network has them for a photograph's cell and for a drawn one. */
    private const PHOTO = -3.0;
    private const DRAWN = 1.8;

    public function test_any_rectangle_is_found_exactly_whatever_a_few_cells_say(): void
    {
        mt_srand(5);
        for ($round = 0; $round < 200; ++$round) {
            [$width, $height] = [mt_rand(2, 5), mt_rand(2, 6)];
            [$left, $top] = [mt_rand(0, 8 - $width), mt_rand(0, 8 - $height)];
            $isIn = static fn (int $x, int $y): bool => $x >= $left && $x < $left + $width && $y >= $top && $y < $top + $height;
            foreach ([[Kind::Photo, Kind::FlatGraphic, self::DRAWN, self::PHOTO], [Kind::LineArt, Kind::Photo, self::PHOTO, self::DRAWN]] as [$kind, $other, $inside, $outside]) {
                $cells = self::cells(static fn (int $x, int $y): float => $isIn($x, $y) ? $inside : $outside);
                // One cell far from it is misread, and one in it is plain where it has more than enough.
                $far = $top > 1 ? [$left, 0] : [$left, 7];
                $cells[8 * $far[1] + $far[0]] = $top > 1 || $top + $height < 7 ? $inside : $cells[8 * $far[1] + $far[0]];
                if ($width * $height > 6) {
                    $cells[8 * $top + $left] = null;
                    $cells[8 * $top + $left + 1] = $inside;
                }
                $parts = KindParts::of($kind, array_values($cells));
                self::assertCount(1, $parts, "$width × $height at $left, $top");
                self::assertSame($other, $parts[0]->kind);
                self::assertEqualsWithDelta($width * $height / 64, $parts[0]->box->area(), 1 / 64 * max($width, $height));
                self::assertTrue($parts[0]->box->holds(($left + $width / 2) / 8, ($top + $height / 2) / 8));
            }
        }
    }

    /** @return iterable<string, array{Kind, list<?float>}> */
    public static function nothing(): iterable
    {
        $photo = self::cells(static fn (): float => self::PHOTO);
        yield 'a photograph' => [Kind::Photo, $photo];
        yield 'a drawing' => [Kind::FlatGraphic, self::cells(static fn (): float => self::DRAWN)];
        yield 'plain all over' => [Kind::Photo, self::cells(static fn (): ?float => null)];
        yield 'a plain sky' => [Kind::Photo, self::cells(static fn (int $x, int $y): ?float => $y < 4 ? null : self::PHOTO)];
        yield 'a sign of a few cells' => [Kind::Photo, self::cells(static fn (int $x, int $y): float => $y < 1 && $x < 3 ? self::DRAWN : self::PHOTO)];
        yield 'misread here and there' => [Kind::Photo, self::cells(static fn (int $x, int $y): float => 0 === ($x + 3 * $y) % 5 ? self::DRAWN : self::PHOTO)];
        yield 'all of it another kind' => [Kind::Photo, self::cells(static fn (): float => self::DRAWN)];
        yield 'a painting with something drawn' => [Kind::Illustration, self::cells(static fn (int $x): float => $x < 3 ? self::DRAWN : 0.0)];
        yield 'a painting like a photograph' => [Kind::Illustration, $photo];
        yield 'pixel art' => [Kind::PixelArt, self::cells(static fn (int $x): float => $x < 3 ? self::DRAWN : self::PHOTO)];
        yield 'not looked at' => [Kind::Photo, []];
    }

    /** @param list<?float> $cells */
    #[DataProvider('nothing')]
    public function test_nothing_is_told_where_too_little_speaks_for_it(Kind $kind, array $cells): void
    {
        self::assertSame([], KindParts::of($kind, $cells));
    }

    public function test_what_is_half_one_and_half_the_other_has_both(): void
    {
        $parts = KindParts::of(Kind::Illustration, self::cells(static fn (int $x, int $y): float => $y < 5 ? self::PHOTO : self::DRAWN));
        self::assertSame(
            [['photo', [0.0, 0.0, 1.0, 0.625]], ['flat-graphic', [0.0, 0.625, 1.0, 0.375]]],
            array_map(static fn (KindPart $part): array => [$part->kind->value, $part->box->toList()], $parts),
        );
        // A photograph on a page is found before the page round it, of which no place is in both.
        $parts = KindParts::of(Kind::Illustration, self::cells(static fn (int $x, int $y): float => $x > 2 && $x < 6 && $y > 1 && $y < 5 ? self::PHOTO : self::DRAWN));
        self::assertSame([0.375, 0.25, 0.375, 0.375], $parts[0]->box->toList());
        self::assertGreaterThan(1, \count($parts));
        for ($cell = 0; $cell < 64; ++$cell) {
            $at = [($cell % 8 + 0.5) / 8, (intdiv($cell, 8) + 0.5) / 8];
            self::assertLessThan(2, \count(array_filter($parts, static fn (KindPart $part): bool => $part->box->holds(...$at))));
        }
    }

    public function test_places_are_said_in_words(): void
    {
        foreach (
            [
                '0,0,0.3,0.3' => 'at the top left', '0.6,0,0.4,0.3' => 'at the top right', '0,0,1,0.3' => 'at the top', '0,0.7,1,0.3' => 'at the bottom',
                '0,0,0.3,1' => 'on the left', '0.7,0,0.3,1' => 'on the right', '0.3,0.3,0.4,0.4' => 'in the middle', '0.6,0.6,0.4,0.4' => 'at the bottom right',
            ] as $box => $words
        ) {
            self::assertSame($words, (new KindPart(Kind::Photo, FractionBox::parse($box)))->place());
        }
    }

    public function test_they_are_kept_with_a_master_and_said_on_intake(): void
    {
        $parts = [['kind' => 'flat-graphic', 'box' => [0.0, 0.75, 1.0, 0.25]], ['kind' => 'flat-graphic', 'box' => [0.0, 0.0, 0.25, 0.25]]];
        $facts = MasterFacts::fromRecord(JsonReader::of(['parts' => $parts] + Facts::of(1200, 800, Kind::Photo)->toArray(), 'facts'));
        self::assertSame($parts, $facts->toArray()['parts']);
        $told = array_values(array_filter((new MasterWarnings())->of($facts, 'a.jpg'), static fn ($one): bool => 'parts' === $one->code));
        self::assertSame('In parts: drawn, 25% at the bottom; drawn, 6% at the top left. The test strip can enlarge parts another way.', $told[0]->sentence ?? '');
        self::assertFalse($told[0]->needsAttention);
        // What was read before it was looked for has none.
        $before = Facts::of(1200, 800, Kind::Photo)->toArray();
        unset($before['parts']);
        self::assertSame([], MasterFacts::fromRecord(JsonReader::of($before, 'facts'))->parts);
    }

    /**
     * @param \Closure(int, int): ?float $of
     *
     * @return list<?float>
     */
    private static function cells(\Closure $of): array
    {
        return array_map(static fn (int $cell): ?float => $of($cell % 8, intdiv($cell, 8)), range(0, 63));
    }
}
