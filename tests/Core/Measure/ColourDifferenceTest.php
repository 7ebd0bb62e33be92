<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Measure;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Measure\ColourDifference;
use Symfony\Component\Process\Process;

final class ColourDifferenceTest extends TestCase
{
    /** Sharma, Wu, Dalal 2005, "The CIEDE2000 color-difference formula", table 1 (from memory; scikit-image below agrees). */
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

    public function test_it_is_that_of_scikit_image_for_colours_of_the_screen(): void
    {
        mt_srand(8);
        $pairs = [];
        for ($i = 0; $i < 200; ++$i) {
            $pairs[] = [\sprintf('%06x', mt_rand(0, 0xFFFFFF)), \sprintf('%06x', mt_rand(0, 0xFFFFFF))];
        }
        $script = 'import sys, json, numpy as np; from skimage import color; '
            .'rgb = lambda h: np.array([[[int(h[i:i+2], 16) / 255 for i in (0, 2, 4)]]]); '
            .'print(json.dumps([float(color.deltaE_ciede2000(color.rgb2lab(rgb(a)), color.rgb2lab(rgb(b)))[0, 0]) for a, b in json.load(sys.stdin)]))';
        $python = new Process(['/usr/bin/python3', '-c', $script], input: json_encode($pairs, \JSON_THROW_ON_ERROR));
        $python->mustRun();
        foreach ((array) json_decode($python->getOutput(), true) as $i => $want) {
            self::assertEqualsWithDelta($want, ColourDifference::between(...$pairs[$i]), 0.05, implode(' ', $pairs[$i]));
        }
    }
}
