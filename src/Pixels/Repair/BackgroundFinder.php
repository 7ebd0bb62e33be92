<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Repair\CutOut;
use Snugfit\Core\Repair\Island;
use Snugfit\Core\Repair\Mark;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/**
 * Finds what of a picture is background: what joins its border and looks like its ground. What looks like it but lies inside, or
 * is joined by a gap of a pixel or two alone, is an island.
 */
final readonly class BackgroundFinder
{
    /** Pixels on the long side of the grid that regions are found on. */
    private const GRID = 1800;

    /** Levels that a pixel of the ground may be off it, at the least and the most. */
    private const LEAST_NOISE = 4.0;
    private const MOST_NOISE = 26.0;
    private const LEAST_TOLERANCE = 10.0;

    /** While the noise is not known yet. */
    private const FIRST_TOLERANCE = 20.0;

    /** Of the ground's pixels, how many are off by less than the noise; what it is widened by. */
    private const QUANTILE = 0.985;
    private const WIDER = 1.15;

    /** So many times the tolerance is surely no ground. */
    private const SURE = 2.5;

    /** Share of the picture from which on a shadow is one. */
    private const LEAST_SHADOW = 0.0003;

    /** Levels off the ground that no speck of noise has, and pixels that none has. */
    private const LOUD = 56.0;
    private const LEAST_DETAIL = 20;

    /** Half of the width, in pixels, of a speck of noise. */
    private const SPECK = 2;

    /** Of the picture: smaller islands are none. */
    private const LEAST_ISLAND = 0.0002;
    private const MOST_ISLANDS = 60;

    /** Pixels on the long side of the grid that the ground's colours are kept on where marks say more. */
    private const COLOURS = 640;

    /** The value of a region that was flooded. */
    private const FLOODED = 128;

    public function __construct(
        private GroundFinder $grounds = new GroundFinder(),
        private SubjectFinder $subjects = new SubjectFinder(),
    ) {
    }

    /** @param Image $picture red, green, blue as bytes; null where its ground is not plain */
    public function look(Image $picture): ?BackgroundLook
    {
        $small = $picture->reducedWithin(self::GRID)->copyToMemory();
        $found = $this->grounds->find($small);

        return $found->isPlain() ? $this->lookOn($small, $found) : null;
    }

    /**
     * @param Image           $picture red, green, blue as bytes
     * @param ?BackgroundLook $look    at this very picture, where there was one
     */
    public function find(Image $picture, CutOut $edit, ?BackgroundLook $look = null): BackgroundRegion
    {
        $small = $picture->reducedWithin(self::GRID)->copyToMemory();
        if (null === $look) {
            $found = $this->grounds->find($small);
            if (!$found->isPlain()) {
                return $this->busy($small, $found, $edit);
            }
            $look = $this->lookOn($small, $found);
        }
        [$subject, $more, $islands] = $this->decided($small, $edit, $look);
        $colour = null === $more ? $look->colour : self::coloured($look->colour, $small, $more);
        $doubt = $this->doubt($subject, $look->off, $look->tolerance, $look->share);

        return new BackgroundRegion($subject, $colour, $look->noise, true, $islands, $doubt);
    }

    /**
     * Where the subject is alone, as soon as it can be told.
     *
     * @return Image one band of bytes, as large as the grid that was looked at
     */
    public function subject(Image $picture, CutOut $edit, BackgroundLook $look): Image
    {
        return $this->decided($picture->reducedWithin(self::GRID)->copyToMemory(), $edit, $look)[0];
    }

    /** @return array{Image, ?Image, list<Island>} subject, what is ground because marks say so, islands */
    private function decided(Image $small, CutOut $edit, BackgroundLook $look): array
    {
        $ground = $edit->sweeps ? $look->swept : $look->ground;
        $islands = [];
        foreach ($this->islands($look->inside, $edit) as [$island, $mask]) {
            $islands[] = $island;
            $ground = $island->stays ? $ground : $ground->either($mask);
        }
        $start = json_encode([$edit->sweeps, array_column($islands, 'stays')], \JSON_THROW_ON_ERROR);
        [$done, $ground, $more] = $look->marked->before($start, $edit->marks) ?? [0, $ground->copyToMemory(), null];
        [$ground, $more] = $this->marked($ground, $more, \array_slice($edit->marks, $done), new MarkSpreader($small, $look->noise));
        $look->marked->keep($start, $edit->marks, $ground, $more);

        return [$ground->not()->copyToMemory(), $more, $islands];
    }

    private function lookOn(Image $small, Ground $found): BackgroundLook
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
            $isThere ? self::coloured($found->colour, $small, $shadow) : $found->colour,
            $off,
            $all,
            $this->swept($all, $off, $tolerance),
            $inside->both($all->not())->copyToMemory(),
            $noise,
            $tolerance,
            $found->share,
        );
    }

    /** How much of each pixel is of the subject, on a ground with things in it. */
    public function share(Image $picture, CutOut $edit, bool $isRough = false): SubjectShare
    {
        return $this->subjects->find($picture, $edit->marks, $edit->sweeps, $isRough);
    }

    /** A ground with things in it: the network looks for the subject. */
    private function busy(Image $small, Ground $ground, CutOut $edit): BackgroundRegion
    {
        $found = $this->share($small, $edit);
        $share = $found->of($small, 255.0);
        $subject = $share->isMoreThan(127.0)->copyToMemory();
        // Of what is not gone, how much is neither here nor there.
        $unsure = $share->isMoreThan(40.0)->both($share->isLessThan(215.0))->average();
        $all = max(1.0, $share->isMoreThan(40.0)->average());
        $doubt = min(1.0, ([] === $edit->marks ? 0.35 : 0.1) + 1.5 * $unsure / $all);

        return new BackgroundRegion($subject, $ground->colour, self::LEAST_NOISE, false, [], $doubt, $found);
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

    /**
     * @param Image $inside what looks like the ground and is not joined to it
     *
     * @return list<array{Island, Image}> each with where it is
     */
    private function islands(Image $inside, CutOut $edit): array
    {
        $size = $inside->size();
        $rest = $inside->copied();
        $found = [];
        for ($i = 0; $i < self::MOST_ISLANDS; ++$i) {
            // The middle of a wide part first, so that edges of lines are left over.
            $seed = $rest->isEqualTo(255)->eroded(1)->brightest();
            if (null === $seed) {
                break;
            }
            $box = $rest->flood($seed[0], $seed[1], self::FLOODED);
            $mask = $rest->isEqualTo(self::FLOODED)->copyToMemory();
            $rest->flood($seed[0], $seed[1], 1);
            $share = $mask->average() / 255;
            if ($share >= self::LEAST_ISLAND) {
                $goes = $edit->insideGoes ? !self::isMarked($edit->marks, $mask, true) : self::isMarked($edit->marks, $mask, false);
                $found[] = [
                    new Island(
                        $box->inFractionsOf($size),
                        [($seed[0] + 0.5) / $size->width, ($seed[1] + 0.5) / $size->height],
                        $share,
                        !$goes,
                    ),
                    // With the skirt of the line round it, of which the matte takes care.
                    $mask,
                ];
            }
        }

        return $found;
    }

    /**
     * What marks say beyond islands.
     *
     * @param ?Image     $more  what goes by the word of those before, whose colour is the ground's
     * @param list<Mark> $marks
     *
     * @return array{Image, ?Image} the ground, and $more
     */
    private function marked(Image $ground, ?Image $more, array $marks, MarkSpreader $spreader): array
    {
        foreach ($marks as $mark) {
            $meant = $spreader->spread($mark, $mark->stays ? $ground : $ground->not());
            if (null === $meant) {
                continue;
            }
            $ground = ($mark->stays ? $ground->both($meant->not()) : $ground->either($meant))->copyToMemory();
            if (!$mark->stays) {
                $more = null === $more ? $meant : $more->either($meant);
            }
        }

        return [$ground, $more];
    }

    /** The ground's colour with that of the picture where more of it counts as ground. */
    private static function coloured(Image $colour, Image $picture, Image $more): Image
    {
        $part = $more->reducedWithin(self::COLOURS)->cast(BandFormat::Float)->linear(1 / 255, 0.0)->copyToMemory();
        $seen = $picture->reducedTo($part->size())->cast(BandFormat::Float)->multipliedBy($part)->boxMean(2);
        $weight = $part->boxMean(2);
        $own = $seen->dividedBy($weight->linear(1.0, 1e-4));
        $share = $weight->isMoreThan(0.04)->linear(1 / 255, 0.0);
        $base = $colour->stretched($part->size());

        return $base->plus($own->minus($base)->multipliedBy($share))->cast(BandFormat::Float)->copyToMemory();
    }

    /** @param list<Mark> $marks */
    private static function isMarked(array $marks, Image $mask, bool $stays): bool
    {
        $size = $mask->size();
        foreach (array_reverse($marks) as $mark) {
            $window = StrokeRaster::window([$mark->stroke], $size);
            $covered = StrokeRaster::draw([$mark->stroke], $size, $window)->isMoreThan(127.0)->both($mask->crop($window));
            if (null !== $covered->brightest()) {
                return $mark->stays === $stays;
            }
        }

        return false;
    }

    /** How much of the edge is hardly one, and how much of the border is no ground. */
    private function doubt(Image $subject, Image $off, float $tolerance, float $share): float
    {
        $edge = $subject->both($subject->not()->dilated(1));
        $length = $edge->average();
        $pale = $edge->both($off->isMoreThan(self::SURE * $tolerance)->dilated(2)->not())->average();

        return max(0.0, min(1.0, 0.8 * ($length > 0 ? $pale / $length : 1.0) + max(0.0, 0.9 - $share)));
    }
}
