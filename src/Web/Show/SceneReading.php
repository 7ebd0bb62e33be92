<?php

declare(strict_types=1);

namespace Snugfit\Web\Show;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Scene\Scene;

/** The figures beside a scene: how large a pixel of it is, and a bar to measure by. */
final readonly class SceneReading
{
    /** Lengths that a bar is drawn for, the longest first. */
    private const MILLIMETRES = [1000, 500, 200, 100, 50, 20, 10];
    private const INCHES = [48, 36, 24, 12, 6, 4, 2, 1];

    /** Of the picture's width: the longest bar. */
    private const LONGEST = 0.22;

    public function __construct(private Scene $scene)
    {
    }

    /** Millimetres of a pixel, in a preview so many pixels wide. */
    public function pixel(int $width): float
    {
        return $this->scene->millimetresPerPixel($width);
    }

    /**
     * A bar for a person's unit.
     *
     * @return array{share: float, label: string} how much of the picture's width it takes
     */
    public function bar(string $unit): array
    {
        $inUnit = Unit::Inch->value === $unit ? Unit::Inch : Unit::Millimetre;
        $whole = Length::millimetres($this->scene->millimetresPerPixel(1000) * 1000)->in($inUnit);
        $steps = Unit::Inch === $inUnit ? self::INCHES : self::MILLIMETRES;
        $length = $steps[\count($steps) - 1];
        foreach ($steps as $step) {
            if ($step <= self::LONGEST * $whole) {
                $length = $step;
                break;
            }
        }
        $label = match (true) {
            Unit::Inch === $inUnit => $length.' in',
            $length >= 1000 => '1 m',
            default => Unit::Centimetre->value === $unit ? ($length / 10).' cm' : $length.' mm',
        };

        return ['share' => $length / $whole, 'label' => $label];
    }
}
