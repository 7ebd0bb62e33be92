<?php

declare(strict_types=1);

namespace Snugfit\Tests;

use Snugfit\Core\Artwork\ColourModel;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\Artwork\PixelStatistics;
use Snugfit\Core\Artwork\PlainGround;
use Snugfit\Core\Artwork\SourceEvidence;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;

/** Facts of made-up masters. */
final class Facts
{
    /** @param list<FractionBox> $lettering */
    public static function of(int $width, int $height, Kind $kind = Kind::Photo, int $bits = 8, bool $transparent = false, ColourModel $colour = ColourModel::Rgb, ?float $ppiTag = null, int $pages = 1, int $orientation = 1, ?string $profile = null, MasterFormat $format = MasterFormat::Png, array $lettering = [], PixelStatistics $statistics = new PixelStatistics(), float $kindConfidence = 1.0, ?SourceEvidence $evidence = null): MasterFacts
    {
        return new MasterFacts($format, new PixelSize($width, $height), 1000, str_repeat('ab', 32), $colour, $bits, $profile, $transparent, $ppiTag, $orientation, $pages, $kind, statistics: $statistics, lettering: $lettering, kindConfidence: $kindConfidence, kindOther: Kind::Illustration, evidence: $evidence, ground: $transparent ? PlainGround::transparent() : null);
    }
}
