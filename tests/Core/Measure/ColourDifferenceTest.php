<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Measure;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Measure\ColourDifference;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;

final class ColourDifferenceTest extends TestCase
{
    /** Sharma, Wu, Dalal 2005, "The CIEDE2000 color-difference formula", table 1 (from memory; libvips below agrees). */
    public function test_it_is_that_of_the_published_table(): void
    {
        foreach ([
            [[50, 2.6772, -79.7751], [50, 0, -82.7485], 2.0425],
            [[50, 3.1571, -77.2803], [50, 0, -82.7485], 2.8615],
            [[50, 2.8361, -74.02], [50, 0, -82.7485], 3.4412],
            [[50, -1.3802, -84.2814], [50, 0, -82.7485], 1.0],
            [[50, 0, 0], [50, -1, 2], 2.3669],
            [[50, 2.49, -0.001], [50, -2.49, 0.0009], 7.1792],
            [[50, 2.5, 0], [50, 0, -2.5], 4.3065],
            [[50, 2.5, 0], [73, 25, -18], 27.1492],
            [[50, 2.5, 0], [61, -5, 29], 22.8977],
            [[2.0776, 0.0795, -1.135], [0.9033, -0.0636, -0.5514], 0.9082],
        ] as [$one, $other, $want]) {
            self::assertEqualsWithDelta($want, ColourDifference::ofLab($one, $other), 5e-5);
            self::assertEqualsWithDelta($want, ColourDifference::ofLab($other, $one), 5e-5);
        }
    }

    /** By libvips, which goes to Lab by itself. */
    public function test_it_is_that_of_another_program_for_colours_of_the_screen(): void
    {
        mt_srand(8);
        $folder = sys_get_temp_dir().'/snugfit-difference-'.bin2hex(random_bytes(6));
        mkdir($folder);
        $bytes = static fn (): string => implode('', array_map(static fn (): string => \chr(mt_rand(0, 255)), range(1, 600)));
        [$one, $other] = [$bytes(), $bytes()];
        file_put_contents($folder.'/a.ppm', "P6\n200 1\n255\n".$one);
        file_put_contents($folder.'/b.ppm', "P6\n200 1\n255\n".$other);
        foreach ([['colourspace', 'a.ppm', 'a.v', 'lab'], ['colourspace', 'b.ppm', 'b.v', 'lab'], ['dE00', 'a.v', 'b.v', 'd.v'], ['csvsave', 'd.v', 'd.csv']] as $command) {
            (new Process(['vips', ...$command], $folder))->mustRun();
        }
        $want = explode("\t", trim((string) file_get_contents($folder.'/d.csv')));
        (new Filesystem())->remove($folder);
        self::assertCount(200, $want);
        foreach ($want as $i => $difference) {
            $pair = [bin2hex(substr($one, 3 * $i, 3)), bin2hex(substr($other, 3 * $i, 3))];
            self::assertEqualsWithDelta((float) $difference, ColourDifference::between(...$pair), 0.02 + 0.01 * (float) $difference, implode(' ', $pair));
        }
    }
}
