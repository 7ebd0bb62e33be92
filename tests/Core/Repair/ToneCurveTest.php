<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Repair;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\EditLine;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\ImpossibleEdit;
use Snugfit\Core\Repair\Tone;
use Snugfit\Core\Repair\ToneCurve;

final class ToneCurveTest extends TestCase
{
    /** As SciPy's PchipInterpolator gives them (computed), which is the same method; at the ends it takes three points. */
    public function test_it_goes_through_its_points_as_a_reference_library_draws_it(): void
    {
        $curve = new ToneCurve([[0, 0], [64, 40], [128, 150], [192, 200], [255, 255]]);
        foreach ([[64, 40.0], [96, 93.74], [128, 150.0], [160, 177.0], [192, 200.0]] as [$in, $out]) {
            self::assertEqualsWithDelta($out, 255 * $curve->at($in / 255), 0.01, "$in");
        }
    }

    public function test_it_never_turns_where_its_points_do_not(): void
    {
        mt_srand(6);
        for ($round = 0; $round < 300; ++$round) {
            $ins = array_rand(range(0, 255), mt_rand(2, ToneCurve::MOST_POINTS));
            $points = array_map(static fn (int $in): array => [$in, mt_rand(0, 255)], (array) $ins);
            $curve = new ToneCurve($points);
            foreach ($curve->points as $i => [$in, $out]) {
                self::assertEqualsWithDelta($out, 255 * $curve->at($in / 255), 1e-6);
                $next = $curve->points[$i + 1] ?? null;
                for ($x = $in; null !== $next && $x < $next[0]; ++$x) {
                    $step = $curve->at(($x + 1) / 255) - $curve->at($x / 255);
                    self::assertGreaterThanOrEqual(-1e-9, $step * ($next[1] <=> $out), "between $in and {$next[0]}");
                }
            }
        }
    }

    public function test_tints_lie_where_they_belong_and_lighten_nothing(): void
    {
        $tone = new Tone(shadowTint: '2040a0', lightTint: 'ffd080');
        [$dark, $light] = [array_map(static fn (int $channel): float => $tone->curve(0.1, $channel), [0, 1, 2]), array_map(static fn (int $channel): float => $tone->curve(0.9, $channel), [0, 1, 2])];
        self::assertGreaterThan($dark[0] + 0.1, $dark[2], 'shadows are bluer');
        self::assertGreaterThan($light[2] + 0.1, $light[0], 'lights are warmer');
        self::assertEqualsWithDelta([0.1, 0.9], [array_sum($dark) / 3, array_sum($light) / 3], 0.03);
        self::assertSame([0.3, 0.3, 0.3], array_map(static fn (int $channel): float => round((new Tone(middleTint: '808080'))->curve(0.3, $channel), 9), [0, 1, 2]), 'grey tints nothing');
    }

    public function test_what_is_not_used_is_written_as_before_and_the_rest_comes_back(): void
    {
        self::assertSame(['black', 'brightness', 'contrast', 'grey', 'saturation', 'warmth', 'white'], array_keys((new Tone(contrast: 5))->toArray()));
        self::assertSame((new Tone())->toArray(), (new Tone(curve: new ToneCurve([[0, 0], [128, 128], [255, 255]])))->toArray(), 'straight is none');
        $tone = new Tone(curve: new ToneCurve([[0, 10], [200, 220]]), shadowTint: '102030', middleTint: 'aabbcc', lightTint: 'ffeedd');
        $keys = array_keys($tone->toArray());
        $sorted = $keys;
        sort($sorted);
        self::assertSame($sorted, $keys, 'in alphabetical order');
        self::assertEquals($tone, EditLine::fromRecord(JsonReader::of(['kind' => 'tone'] + $tone->toArray(), 'an edit'))->edit);
        self::assertSame('curve of 2 points, shadows #102030, middle #aabbcc, lights #ffeedd', $tone->summary());
    }

    public function test_a_tone_that_changes_nothing_makes_nothing_again(): void
    {
        self::assertTrue(EditList::of(new Tone())->isSilent());
        self::assertFalse(EditList::of(new Tone(shadowTint: '102030'))->isSilent());
    }

    /** @return iterable<string, array{mixed}> */
    public static function nonsense(): iterable
    {
        yield 'one point' => [[[1, 1]]];
        yield 'two above each other' => [[[5, 1], [5, 200]]];
        yield 'beyond the levels' => [[[0, 0], [256, 0]]];
        yield 'too many' => [array_map(static fn (int $i): array => [$i, $i], range(0, 8))];
        yield 'words' => ['straight'];
        yield 'half a point' => [[[1], [2, 3]]];
    }

    #[DataProvider('nonsense')]
    public function test_nonsense_is_told(mixed $curve): void
    {
        $this->expectException(ImpossibleEdit::class);
        Tone::fromRecord(JsonReader::of(['curve' => $curve], 'a tone'));
    }
}
