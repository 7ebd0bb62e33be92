<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Lettering;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Output\OutputColour;
use Snugfit\Core\Output\Profile;
use Snugfit\Pixels\Colour\OutputColourConverter;
use Snugfit\Pixels\Colour\WorkingSpace;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** What a colour of the screen is in a print's own samples. */
final readonly class LetteringColour
{
    private function __construct(private OutputColour $colour, private int $bits)
    {
    }

    /** While the print is made. */
    public static function working(WorkingSpace $space, Image $print): self
    {
        return new self(new OutputColour($space->profile()), WorkingSpaceConverter::bitsOf($print));
    }

    /** In its file, 8 or 16 bits. */
    public static function delivered(OutputColour $colour, int $bits = 8): self
    {
        return new self($colour, $bits);
    }

    /**
     * @param string $hex six hexadecimal digits, sRGB
     *
     * @return list<float> without alpha
     */
    public function samples(string $hex): array
    {
        $rgb = array_map(static fn (string $two): int => (int) hexdec($two), str_split($hex, 2));
        if (Profile::Srgb === $this->colour->profile) {
            return array_map(fn (int $value): float => $value * (16 === $this->bits ? 257.0 : 1.0), $rgb);
        }
        $pixel = Image::ofBytes(pack('C*', ...$rgb), new PixelSize(1, 1), 3, Interpretation::Srgb);

        return array_map(
            floatval(...),
            (new OutputColourConverter(WorkingSpace::Srgb, $this->colour))->delivered($pixel, $this->bits)->values(),
        );
    }
}
