<?php

declare(strict_types=1);

namespace Snugfit\Console\Bench;

use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/** A made-up drawing, 1024 × 768. */
final readonly class BenchDrawing
{
    /** Words, thin lines at all angles, rings and shapes; another for every seed. */
    public static function of(int $seed): Image
    {
        mt_srand($seed);
        $parts = '<rect width="1024" height="768" fill="'.(1 === $seed % 2 ? '#fff' : '#f4e9cf').'"/>';
        for ($i = 0; $i < 36; ++$i) {
            $angle = deg2rad(5 * $i + 1);
            $parts .= \sprintf(
                '<path d="M300 240L%F %F" stroke="#111" stroke-width="%F"/>',
                300 + 210 * cos($angle),
                240 + 210 * sin($angle),
                1 + ($i % 3),
            );
        }
        for ($i = 0; $i < 9; ++$i) {
            $parts .= \sprintf(
                '<circle cx="740" cy="220" r="%d" fill="none" stroke="%s" stroke-width="%F"/>',
                20 + 20 * $i,
                ['#a22', '#135', '#111'][$i % 3],
                1.5 + ($i % 3),
            );
        }
        foreach (['Tide & Lamp 1874', 'keepers of the light', 'No. 0123456789'] as $i => $words) {
            $parts .= \sprintf(
                '<text x="40" y="%d" font-family="DejaVu Sans, sans-serif" font-size="%d" fill="%s">%s</text>',
                520 + 70 * $i,
                54 - 14 * $i,
                ['#111', '#135', '#a22'][$i],
                htmlspecialchars($words),
            );
        }
        for ($i = 0; $i < 8; ++$i) {
            $parts .= \sprintf(
                '<path d="M%d %dl%d %dl%d %dz" fill="#%06x"/>',
                mt_rand(560, 900),
                mt_rand(460, 660),
                mt_rand(30, 90),
                mt_rand(-60, 60),
                mt_rand(-60, 60),
                mt_rand(30, 90),
                mt_rand(0, 0xFFFFFF),
            );
        }

        return Image::drawing('<svg xmlns="http://www.w3.org/2000/svg" width="1024" height="768">'.$parts.'</svg>')
            ->extractBands(0, 3)
            ->cast(BandFormat::Byte)
            ->copyToMemory();
    }
}
