<?php

declare(strict_types=1);

namespace Snugfit\Core\Finish;

use Snugfit\Core\Artwork\Kind;

/**
 * Careful automatic levels, white balance and vibrance before enlarging, with one strength for all three. What there is
 * to do is measured on the whole master, so that every product of it gets the same colours.
 */
final readonly class ColourCorrection
{
    /** Share of the pixels that may come to lie on an extreme. */
    public const CLIPPED = 0.002;

    /** Of the range: no end is moved further, so that a misty picture stays misty. */
    public const MOST_STRETCH = 0.12;

    /** Of the range: no channel's middle is moved further, so that an evening stays an evening. */
    public const MOST_BALANCE = 0.06;

    /** Share by which colours that are pale gain chroma at full strength. */
    public const VIBRANCE = 0.25;

    /** CIE chroma from which on a colour is vivid enough and gains nothing. */
    public const VIVID = 60.0;

    /** @param int $strength per cent */
    public function __construct(public int $strength)
    {
        ImpossibleFinish::unlessWithin('Tidying colours', $strength, 0, 100, 'per cent');
    }

    public function isOff(): bool
    {
        return 0 === $this->strength;
    }

    /** Few solid colours are meant as they are: never without being asked for this very picture. */
    public static function suits(Kind $kind): bool
    {
        return Kind::Photo === $kind || Kind::Illustration === $kind;
    }

    /**
     * The straight line that each channel is put through: levels first, then balance.
     *
     * Levels stretch all channels alike between the darkest and the brightest value that more than CLIPPED of the
     * pixels pass. Balance shifts each channel so that the mean of the greyish pixels becomes grey (the grey-world
     * assumption, restricted to pixels of little chroma). Both are limited, and taken by the strength.
     *
     * @param float                             $dark  of 0 to 1
     * @param float                             $light of 0 to 1
     * @param ?array{float, float, float}       $greys mean red, green and blue of the greyish pixels, 0 to 1; null where there are too few
     *
     * @return array{array{float, float}, array{float, float}, array{float, float}} for red, green and blue: times, and then plus
     *   a share of the range
     */
    public function lines(float $dark, float $light, ?array $greys): array
    {
        $share = $this->strength / 100;
        $from = $share * min($dark, self::MOST_STRETCH);
        $to = 1 - $share * min(1 - $light, self::MOST_STRETCH);
        $times = 1 / max(0.5, $to - $from);
        $mean = null === $greys ? 0.0 : array_sum($greys) / 3;
        $line = static function (float $grey) use ($times, $from, $mean, $share): array {
            $shift = $share * max(-self::MOST_BALANCE, min(self::MOST_BALANCE, $mean - $grey));

            return [$times, $times * ($shift - $from)];
        };

        return [$line($greys[0] ?? 0.0), $line($greys[1] ?? 0.0), $line($greys[2] ?? 0.0)];
    }

    /** How much is added to a colour's CIE chroma: C + v × C × (1 − C / VIVID), and nothing from VIVID on. */
    public function vibrance(): float
    {
        return (self::VIBRANCE * $this->strength) / 100;
    }
}
