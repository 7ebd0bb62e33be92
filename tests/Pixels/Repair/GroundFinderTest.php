<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels\Repair;

use PHPUnit\Framework\Attributes\TestWith;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Repair\Ground;
use Snugfit\Pixels\Repair\GroundFinder;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Tests\Pixels\PixelTestCase;

/** Grounds whose colour is known at every pixel, also where a subject hides it. */
final class GroundFinderTest extends PixelTestCase
{
    private const WIDTH = 320;
    private const HEIGHT = 240;

    /** Straight, slowly bent, and with the noise of paper. */
    #[TestWith([0.0, 0.0, 0])]
    #[TestWith([60.0, 0.0, 2])]
    #[TestWith([40.0, 30.0, 0])]
    #[TestWith([-70.0, 20.0, 5])]
    public function test_the_colour_of_a_plain_ground_is_told_also_behind_the_subject(float $slope, float $bend, int $noise): void
    {
        $colour = static fn (float $x, float $y): array => [
            170 + $slope * ($x - 0.5) + $bend * ($y - 0.5) ** 2,
            150 + $slope / 2 * ($y - 0.5),
            140 - $bend * ($x - 0.5) ** 2,
        ];
        $ground = $this->found($colour, $noise);
        self::assertTrue($ground->isPlain());
        self::assertGreaterThan(0.97, $ground->share);
        foreach ([[0.05, 0.05], [0.95, 0.9], [0.3, 0.2], [0.5, 0.5], [0.45, 0.6]] as [$x, $y]) {
            foreach ($colour($x, $y) as $band => $level) {
                self::assertEqualsWithDelta($level, self::at($ground->surface, $x, $y)[$band], 4.0, "band $band at $x,$y");
                self::assertEqualsWithDelta($level, self::at($ground->colour, $x, $y)[$band], 5.0, "band $band at $x,$y");
            }
        }
    }

    public function test_a_soft_shadow_is_of_the_ground_and_not_of_its_surface(): void
    {
        $plain = [200.0, 190.0, 170.0];
        $light = static fn (float $x, float $y): float => 1 - 0.3 * exp(-(($x - 0.5) ** 2 / 0.03 + ($y - 0.82) ** 2 / 0.008));
        $ground = $this->found(static fn (float $x, float $y): array => array_map(static fn (float $level): float => $level * $light($x, $y), $plain), 0);
        self::assertTrue($ground->isPlain());
        foreach ($plain as $band => $level) {
            self::assertEqualsWithDelta($level, self::at($ground->surface, 0.5, 0.84)[$band], 6.0);
            self::assertEqualsWithDelta($level * $light(0.5, 0.84), self::at($ground->colour, 0.5, 0.84)[$band], 6.0);
        }
    }

    public function test_a_subject_that_touches_the_border_takes_no_part_in_the_ground(): void
    {
        $ground = $this->found(static fn (float $x, float $y): array => $y > 0.5 && abs($x - 0.5) < 0.2 ? [30.0, 60.0, 120.0] : [220.0, 214.0, 200.0], 0);
        self::assertTrue($ground->isPlain());
        self::assertEqualsWithDelta(1 - 0.4 / 2 / (1 + self::HEIGHT / self::WIDTH), $ground->share, 0.03, 'of the border, what is not the subject');
        self::assertEqualsWithDelta(220.0, self::at($ground->surface, 0.5, 0.9)[0], 4.0);
    }

    public function test_stripes_and_halves_are_no_one_ground(): void
    {
        self::assertFalse($this->found(static fn (float $x, float $y): array => sin(40 * $x) * cos(31 * $y) > 0 ? [200.0, 60.0, 40.0] : [40.0, 120.0, 90.0], 0)->isPlain());
        self::assertFalse($this->found(static fn (float $x, float $y): array => $y < 0.5 ? [90.0, 140.0, 220.0] : [60.0, 110.0, 50.0], 0)->isPlain());
    }

    /** @param \Closure(float, float): array<float> $colour by place, with a red disc in the middle of it */
    private function found(\Closure $colour, int $noise): Ground
    {
        mt_srand(11);
        $bytes = '';
        for ($row = 0; $row < self::HEIGHT; ++$row) {
            for ($column = 0; $column < self::WIDTH; ++$column) {
                [$x, $y] = [($column + 0.5) / self::WIDTH, ($row + 0.5) / self::HEIGHT];
                $isDisc = hypot($column - self::WIDTH / 2, $row - self::HEIGHT / 2) < 60;
                foreach ($isDisc ? [190.0, 30.0, 40.0] : $colour($x, $y) as $level) {
                    $bytes .= \chr((int) round(max(0, min(255, $level + ($isDisc || 0 === $noise ? 0 : mt_rand(-$noise, $noise))))));
                }
            }
        }

        return (new GroundFinder())->find(Image::ofBytes($bytes, new PixelSize(self::WIDTH, self::HEIGHT), 3, Interpretation::Srgb));
    }

    /** @return list<float> */
    private static function at(Image $grid, float $x, float $y): array
    {
        $size = $grid->size();
        $values = $grid->cast(BandFormat::Float)->values();
        $place = 3 * ((int) floor($y * $size->height) * $size->width + (int) floor($x * $size->width));

        return array_map(floatval(...), \array_slice($values, $place, 3));
    }
}
