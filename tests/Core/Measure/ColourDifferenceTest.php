<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Measure;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Measure\ColourDifference;

final class ColourDifferenceTest extends TestCase
{
    /** Sharma, Wu, Dalal 2005, "The CIEDE2000 color-difference formula", table 1 (from memory). */
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

    /** As scikit-image (color.rgb2lab, color.deltaE_ciede2000) gives them; libvips takes the mean of opposite hues another way. */
    public function test_it_is_that_of_a_reference_library_for_colours_of_the_screen(): void
    {
        foreach ([['bb2d87', 'b3476b', 9.3387], ['a6c7df', '7f0426', 64.7928], ['1f2a44', '1b1b1d', 12.7905], ['ffffff', 'efe6d2', 10.0687], ['23402f', 'a8332c', 44.6774], ['ca0d62', '15dd3b', 92.9531]] as [$one, $other, $want]) {
            self::assertEqualsWithDelta($want, ColourDifference::between($one, $other), 0.02);
        }
        self::assertSame(0.0, ColourDifference::between('808080', '808080'));
    }
}
