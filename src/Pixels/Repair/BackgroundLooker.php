<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/** Looks at a picture with a plain ground: what joins its border and is like it, shadows too, and what only looks like it. */
final readonly class BackgroundLooker
{
    /** Levels that a pixel of the ground may be off it, at the least and the most. */
    public const LEAST_NOISE = 4.0;
    private const MOST_NOISE = 26.0;
    private const LEAST_TOLERANCE = 10.0;

    /** While the noise is not known yet. */
    private const FIRST_TOLERANCE = 20.0;

    /** Of the ground's pixels, how many are off by less than the noise; what it is widened by. */
    private const QUANTILE = 0.985;
    private const WIDER = 1.15;

    /** So many times the tolerance is surely no ground. */
    public const SURE = 2.5;

    /** Share of the picture from which on a shadow is one. */
    private const LEAST_SHADOW = 0.0003;

    /** Levels off the ground that no speck of noise has, and pixels that none has. */
    private const LOUD = 56.0;
    private const LEAST_DETAIL = 20;

    /** Half of the width, in pixels, of a speck of noise. */
    private const SPECK = 2;

    /** Gaps that are narrower than two pixels part islands from the ground: so many are looked for. */
    private const MOST_ISLANDS = 60;

    /** The value of a region that was flooded. */
    private const FLOODED = 128;

    /** @param Image $small red, green, blue as bytes; $found of it, plain */
    public function look(Image $small, Ground $found): BackgroundLook
    {
        $seen = $small->cast(BandFormat::Float)->copyToMemory();
        $lit = $found->surface->stretched($small->size());
        $shaded = $found->colour->stretched($small->size());
        $off = self::square($seen, $shaded)->lesser(self::square($seen, $lit))->raisedTo(0.5)->copyToMemory();
        $noise = $this->noise($off, $off->isLessThan(self::FIRST_TOLERANCE)->joiningBorder());
        $tolerance = max(self::LEAST_TOLERANCE, $noise);
        $like = $off->isLessThan($tolerance)->copyToMemory();
        // Specks of noise beside edges close narrow ways; what is surely no ground stays as thin as it is.
        $specks = $like->dilated(self::SPECK)->eroded(self::SPECK)->both($off->isLessThan(self::SURE * $tolerance));
        [$ground, $inside] = $this->separated($like->either($specks)->copyToMemory());
        $all = ShadowFollower::follow($seen, $lit, $ground);
        $shadow = $all->both($ground->not())->copyToMemory();
        $isThere = $shadow->average() > self::LEAST_SHADOW * 255;

        return new BackgroundLook(
            $isThere ? Ground::colouredBy($found->colour, $small, $shadow) : $found->colour,
            $off,
            $all,
            $this->swept($all, $off, $tolerance),
            $inside->both($all->not())->copyToMemory(),
            $noise,
            $tolerance,
            $found->share,
        );
    }

    /** The square of how many levels each pixel is off the ground, over red, green and blue together. */
    private static function square(Image $seen, Image $ground): Image
    {
        $off = $seen->minus($ground);

        return $off->multipliedBy($off)->bandSum();
    }

    /** Levels by which the ground's own pixels stray. */
    private function noise(Image $off, Image $ground): float
    {
        $deep = $ground->eroded(2);
        // What is not ground counts as the highest value, which is left out.
        $counts = $off->linear(8.0, 0.0)->roundTo(BandFormat::Short)->cast(BandFormat::Short);
        $counts = $counts->isMoreThan(254.0)->either($deep->not())->linear(-1.0, 255.0)->linear(1 / 255, 0.0)
            ->multipliedBy($counts->linear(1.0, 1.0))->cast(BandFormat::Byte)->counts()[0];
        $all = array_sum($counts) - $counts[0];
        $below = 0;
        for ($i = 1; $i < \count($counts); ++$i) {
            $below += $counts[$i];
            if ($below >= self::QUANTILE * $all) {
                break;
            }
        }

        return max(self::LEAST_NOISE, min(self::MOST_NOISE, ($i - 1) / 8 * self::WIDER + 1));
    }

    /**
     * @param Image $like where a pixel looks like the ground
     *
     * @return array{Image, Image} what joins the border, and what looks like it and does not
     */
    private function separated(Image $like): array
    {
        $all = $like->joiningBorder();
        $wide = $like->eroded(1)->joiningBorder();
        // Not joined where it is wide: behind gaps of two pixels. Narrow itself, it is a gap; wide again, an island.
        $behind = $all->both($wide->dilated(2)->not())->copied();
        $ground = $all;
        for ($i = 0; $i < self::MOST_ISLANDS; ++$i) {
            $seed = $behind->isEqualTo(255)->eroded(2)->brightest();
            if (null === $seed) {
                break;
            }
            $behind->flood($seed[0], $seed[1], self::FLOODED);
            $pocket = $behind->isEqualTo(self::FLOODED)->copyToMemory();
            $ground = $ground->both($pocket->not())->copyToMemory();
            $behind->flood($seed[0], $seed[1], 1);
        }

        return [$ground, $like->both($ground->not())->copyToMemory()];
    }

    /** The ground with specks of noise that lie on it. */
    private function swept(Image $ground, Image $off, float $tolerance): Image
    {
        $rest = $ground->not()->copyToMemory();
        $thick = $rest->eroded(2);
        $sure = $off->isMoreThan(self::SURE * $tolerance);
        // Noise of a JPEG lies beside edges; what is the subject's is thick, large, or as far off the ground as noise never is.
        $loud = $off->isMoreThan(max(self::LOUD, self::SURE * $tolerance));
        $told = $rest->ofAtLeast(self::LEAST_DETAIL)->both($sure)->either($loud);
        $kept = $rest->touching($thick->either($told)->copyToMemory())->both($thick->dilated(3)->either($sure->dilated(3)));

        return $ground->either($rest->both($kept->not()))->copyToMemory();
    }
}
