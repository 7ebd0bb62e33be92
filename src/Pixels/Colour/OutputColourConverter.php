<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Colour;

use Snugfit\Core\Output\OutputColour;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Output\RenderingIntent;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** From the space that a print is made in to the one that it is delivered in, and back for the screen. */
final readonly class OutputColourConverter
{
    /** CIE76 distance from which on a colour counts as one that the press cannot print. */
    private const OUT_OF_GAMUT = 3.0;

    /** How out-of-gamut pixels are drawn on a proof: a colour that pictures do not have. */
    private const MARK = [255.0, 0.0, 220.0];

    public function __construct(private WorkingSpace $space, private OutputColour $colour)
    {
    }

    /** Of a master's print: from the space that it is made in to the one that its recipe asks for. */
    public static function of(Master $master, Recipe $recipe): self
    {
        return new self(WorkingSpace::for($master->header(), $recipe->write->colour), $recipe->write->colour);
    }

    /**
     * The pixels to write, with the profile that belongs to them.
     *
     * @param int $bits 8 or 16
     */
    public function delivered(Image $picture, int $bits): Image
    {
        if (Profile::Srgb === $this->colour->profile && WorkingSpace::Srgb === $this->space) {
            return self::inBits($picture, $bits);
        }

        return $picture->icc(
            ProfileFile::of($this->space->profile()),
            ProfileFile::of($this->colour->profile),
            self::number($this->colour->intent),
            $this->colour->blackPoint,
            $bits,
        );
    }

    /** What a screen shows of the picture. */
    public function onScreen(Image $picture): Image
    {
        return WorkingSpace::Srgb === $this->space
            ? self::inBits($picture, 8)
            : $picture->icc(
                ProfileFile::of(Profile::Wide),
                ProfileFile::of(Profile::Srgb),
                self::number(RenderingIntent::Relative),
                true,
                8,
            );
    }

    /** What a screen shows of the print: its colours as they come out, and where the press cannot follow, marked. */
    public function proof(Image $picture, bool $mark): Image
    {
        $delivered = $this->delivered($picture, 8);
        $shown = $delivered->icc(
            ProfileFile::of($this->colour->profile),
            ProfileFile::of(Profile::Srgb),
            self::number(RenderingIntent::Relative),
            $this->colour->blackPoint,
            8,
        );
        if (!$mark) {
            return $shown;
        }
        $wanted = $this->inLab($picture, $this->space->profile(), RenderingIntent::Relative);
        $printed = $this->inLab($delivered, $this->colour->profile, RenderingIntent::Relative);
        $off = $wanted->minus($printed);
        $distance = $off->multipliedBy($off)->bandSum();
        $isOff = $distance->isMoreThan(self::OUT_OF_GAMUT ** 2)->linear(1 / 255, 0.0);
        $marked = $shown->linear(0.0, 0.0)->linearByBand(array_map(static fn (float $value): array => [1.0, $value], self::MARK));

        return $shown
            ->plus($marked->minus($shown)->multipliedBy($isOff))
            ->roundTo(BandFormat::Byte)
            ->withInterpretation(Interpretation::Srgb);
    }

    private function inLab(Image $picture, Profile $profile, RenderingIntent $intent): Image
    {
        return $picture->iccToLab(ProfileFile::of($profile), self::number($intent), $this->colour->blackPoint);
    }

    private static function inBits(Image $picture, int $bits): Image
    {
        $has = WorkingSpaceConverter::bitsOf($picture);

        return match (true) {
            16 === $bits && 8 === $has => $picture->rescaleTo(BandFormat::Short)->withInterpretation(Interpretation::Rgb16),
            // Rounded, not cut off: 257 steps make one.
            8 === $bits && 16 === $has => $picture
                ->linear(1 / 257, 0.0)
                ->roundTo(BandFormat::Byte)
                ->withInterpretation(Interpretation::Srgb),
            default => $picture,
        };
    }

    /** libvips' number (VipsIntent). */
    private static function number(RenderingIntent $intent): int
    {
        return match ($intent) {
            RenderingIntent::Perceptual => 0,
            RenderingIntent::Relative => 1,
            RenderingIntent::Saturation => 2,
            RenderingIntent::Absolute => 3,
        };
    }
}
