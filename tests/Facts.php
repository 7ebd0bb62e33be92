<?php

declare(strict_types=1);

namespace Snugfit\Tests;

use Snugfit\Core\Artwork\Colour;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\Artwork\Measures;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;

/** Facts of made-up masters. */
final class Facts
{
    /** @param list<FractionBox> $lettering */
    public static function of(int $width, int $height, Kind $kind = Kind::Photo, int $bits = 8, bool $transparent = false, Colour $colour = Colour::Rgb, ?float $ppiTag = null, int $pages = 1, int $orientation = 1, ?string $profile = null, MasterFormat $format = MasterFormat::Png, array $lettering = [], Measures $measures = new Measures(), float $confidence = 1.0): MasterFacts
    {
        return new MasterFacts($format, new PixelSize($width, $height), 1000, str_repeat('ab', 32), $colour, $bits, $profile, $transparent, $ppiTag, $orientation, $pages, $kind, measures: $measures, lettering: $lettering, kindConfidence: $confidence, kindOther: Kind::Illustration);
    }
}
