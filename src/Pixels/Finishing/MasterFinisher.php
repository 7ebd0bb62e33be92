<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Finishing;

use Snugfit\Core\Finish\ColourCorrection;
use Snugfit\Core\Finish\Finish;
use Snugfit\Core\Finish\NoiseReduction;
use Snugfit\Pixels\Colour\WorkingSpace;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\PremultipliedAlpha;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/**
 * What finishing does to a master's pixels before they are enlarged: colours tidied, then cleaned up. Nothing is computed until
 * it is looked at.
 */
final class MasterFinisher
{
    /** @var ?\WeakMap<Master, array<string, ToneStatistics>> as measured, by the space: a print asks several times */
    private static ?\WeakMap $measured = null;

    /** What there is to tidy, as measured on the whole master. */
    public function __construct(private readonly Finish $finish, private readonly ToneStatistics $tones)
    {
    }

    /** Looks at the master only where it has to be measured, and once. */
    public static function for(Finish $finish, Master $master, WorkingSpace $space): self
    {
        if (null === $finish->colourCorrection) {
            return new self($finish, ToneStatistics::whole());
        }
        $measured = self::$measured ??= new \WeakMap();
        $tones = $measured[$master][$space->name] ?? ToneStatistics::of(WorkingSpaceConverter::toWorking($master->picture(), $space));
        $measured[$master] = [$space->name => $tones] + ($measured[$master] ?? []);

        return new self($finish, $tones);
    }

    /** @param Image $image in the space that print files are made in; all of the master, or a part of it where nothing is cleaned up */
    public function tidied(Image $image): Image
    {
        if (!$this->finish->touchesMaster()) {
            return $image;
        }

        return ColourBands::changed($image, function (Image $colour): Image {
            $most = PremultipliedAlpha::most($colour);
            if (null !== $this->finish->colourCorrection) {
                $colour = $this->tidyColours($colour, $this->finish->colourCorrection, $most);
            }

            return null === $this->finish->noiseReduction ? $colour : $this->cleanUp($colour, $this->finish->noiseReduction, $most);
        });
    }

    private function tidyColours(Image $colour, ColourCorrection $tidy, float $most): Image
    {
        $lines = array_map(
            static fn (array $line): array => [$line[0], $line[1] * $most],
            $tidy->lines($this->tones->dark, $this->tones->light, $this->tones->greys),
        );
        // Rounded here only to what the conversion knows: sixteen bits.
        $lch = $colour
            ->linearByBand($lines)
            ->linear(65535 / $most, 0.0)
            ->roundTo(BandFormat::Short)
            ->withInterpretation(Interpretation::Rgb16)
            ->colourspace(Interpretation::Lch);
        $chroma = $lch->extractBands(1, 1);
        // C + v × C × (1 − C / VIVID)₊
        $gain = $chroma
            ->linear(-1 / ColourCorrection::VIVID, 1.0)
            ->positivePart()
            ->linear($tidy->vibrance(), 1.0);

        return $lch
            ->extractBands(0, 1)
            ->join($chroma->multipliedBy($gain))
            ->join($lch->extractBands(2, 1))
            ->withInterpretation(Interpretation::Lch)
            ->colourspace(Interpretation::Rgb16)
            ->linear($most / 65535, 0.0);
    }

    private function cleanUp(Image $colour, NoiseReduction $clean, float $most): Image
    {
        $mean = $colour->boxMean(NoiseReduction::RADIUS);
        // In shares of the range: squares of 16-bit values would lose their small differences in a float.
        $square = $colour->linear(1 / $most, 0.0);
        $share = $mean->linear(1 / $most, 0.0);
        $variance = $square->multipliedBy($square)->boxMean(NoiseReduction::RADIUS)->minus($share->multipliedBy($share))->positivePart();
        $kept = $variance->dividedBy($variance->linear(1.0, max(1e-12, $clean->noise(1.0))));
        // The lines themselves are averaged too, so that none ends at a pixel: out = mean(a) × in + mean((1 − a) × mean).
        $line = $kept->boxMean(NoiseReduction::RADIUS);
        $rest = $kept
            ->linear(-1.0, 1.0)
            ->multipliedBy($mean)
            ->boxMean(NoiseReduction::RADIUS);

        return $colour->multipliedBy($line)->plus($rest);
    }
}
