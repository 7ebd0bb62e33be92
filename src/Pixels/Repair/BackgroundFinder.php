<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Repair\CutOut;
use Snugfit\Core\Repair\Island;
use Snugfit\Core\Repair\Mark;
use Snugfit\Pixels\Vips\Image;

/**
 * Finds what of a picture is background: what joins its border and looks like its ground. What looks like it but lies inside, or
 * is joined by a gap of a pixel or two alone, is an island.
 */
final readonly class BackgroundFinder
{
    /** Pixels on the long side of the grid that regions are found on. */
    private const GRID = 1800;

    /** Of the picture: smaller islands are none. */
    private const LEAST_ISLAND = 0.0002;
    private const MOST_ISLANDS = 60;

    /** The value of a region that was flooded. */
    private const FLOODED = 128;

    public function __construct(
        private GroundFinder $grounds = new GroundFinder(),
        private SubjectFinder $subjects = new SubjectFinder(),
        private BackgroundLooker $looker = new BackgroundLooker(),
    ) {
    }

    /** @param Image $picture red, green, blue as bytes; null where its ground is not plain */
    public function look(Image $picture): ?BackgroundLook
    {
        $small = $picture->reducedWithin(self::GRID)->copyToMemory();
        $found = $this->grounds->find($small);

        return $found->isPlain() ? $this->looker->look($small, $found) : null;
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
            $look = $this->looker->look($small, $found);
        }
        [$subject, $more, $islands] = $this->decided($small, $edit, $look);
        $colour = null === $more ? $look->colour : Ground::colouredBy($look->colour, $small, $more);
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

    /** What the network says of a ground with things in it, small. */
    public function told(Image $picture, CutOut $edit): Image
    {
        return $this->subjects->told($picture, $edit->marks);
    }

    /**
     * How much of each pixel is of the subject, on a ground with things in it.
     *
     * @param ?Image $told what the network says, where that is known
     */
    public function share(Image $picture, CutOut $edit, ?Image $told = null, bool $isRough = false): SubjectShare
    {
        return $this->subjects->find($picture, $edit->marks, $edit->sweeps, $told, $isRough);
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

        return new BackgroundRegion($subject, $ground->colour, BackgroundLooker::LEAST_NOISE, false, [], $doubt, $found);
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
        $pale = $edge->both($off->isMoreThan(BackgroundLooker::SURE * $tolerance)->dilated(2)->not())->average();

        return max(0.0, min(1.0, 0.8 * ($length > 0 ? $pale / $length : 1.0) + max(0.0, 0.9 - $share)));
    }
}
