<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Fit;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Fit\Verdict;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Product\FitMode;
use Snugfit\Core\Product\Orientation;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Product;

/** What must hold of every placement, tried on pictures of all shapes on every product of the standard shelf. */
final class PlannerRulesTest extends TestCase
{
    private const PICTURES = 14;

    public function test_the_crop_lies_in_the_picture_is_as_large_as_can_be_and_of_the_prints_proportion(): void
    {
        foreach ($this->placements() as [$placement, $said]) {
            [$crop, $picture] = [$placement->crop, $placement->artwork->size];
            self::assertTrue($crop->x >= 0 && $crop->y >= 0 && $crop->x + $crop->width <= $picture->width && $crop->y + $crop->height <= $picture->height, $said);
            self::assertTrue($crop->width === $picture->width || $crop->height === $picture->height, "$said: it touches two edges");
            self::assertEqualsWithDelta($crop->width * $crop->height / ($picture->width * $picture->height), $placement->keptShare, 1e-9, $said);
            if ($placement->product->keepsProportions()) {
                self::assertSame(1.0, $placement->keptShare, $said);
                continue;
            }
            $print = $placement->product->printArea();
            $ratio = $print->width->inInches() / $print->height->inInches();
            // One side is all of the picture; the other is within half a pixel of what it should be then.
            $off = min(
                $crop->width === $picture->width ? abs($crop->height - max(1.0, $crop->width / $ratio)) : \INF,
                $crop->height === $picture->height ? abs($crop->width - max(1.0, $crop->height * $ratio)) : \INF,
            );
            self::assertTrue($off <= 0.5 + 1e-6 || $picture->equals($print->pixelsAt($placement->product->target)), "$said: $off");
        }
    }

    public function test_effective_ppi_verdict_and_output_follow_from_the_crop_alone(): void
    {
        $seen = [];
        foreach ($this->placements() as [$placement, $said]) {
            [$product, $crop] = [$placement->product, $placement->crop];
            $print = $product->printArea();
            $effective = min($crop->width / $print->width->inInches(), $crop->height / $print->height->inInches());
            self::assertEqualsWithDelta($effective, $placement->effective->value, 1e-6 * $effective, $said);
            $full = $print->pixelsAt($product->target);
            $needs = $product->target->value / $effective;
            $wanted = match (true) {
                $effective >= $product->target->value || ($crop->width >= $full->width && $crop->height >= $full->height) => Verdict::Ample,
                $effective >= $product->floor->value => Verdict::Adequate,
                $needs <= $placement->limit => Verdict::Grow,
                $product->floor->value / $effective <= $placement->limit => Verdict::GrowToFloor,
                default => Verdict::Short,
            };
            self::assertSame($wanted, $placement->verdict, $said);
            self::assertSame(Verdict::Short === $wanted, null === $placement->output, $said);
            if (null !== $placement->output) {
                self::assertEquals($print->pixelsAt($placement->output->ppi), $placement->output->size, $said);
                self::assertGreaterThanOrEqual($product->floor->value - 1e-9, $placement->output->ppi->value, $said);
                self::assertLessThanOrEqual($placement->limit * (1 + 2 / min($crop->width, $crop->height)), $placement->appliedEnlargement() ?? 0.0, $said);
            }
            $seen[$wanted->value] = true;
        }
        self::assertCount(\count(Verdict::cases()), $seen, 'every verdict was met');
    }

    public function test_the_way_up_that_keeps_more_is_taken(): void
    {
        foreach ($this->placements() as [$placement, $said]) {
            if (OrientationRule::Either !== $placement->product->rule || $placement->product->keepsProportions() || Orientation::Square === $placement->product->orientation()) {
                continue;
            }
            foreach ([OrientationRule::Portrait, OrientationRule::Landscape] as $way) {
                $other = $this->plan($placement->artwork, $placement->product, new PlacementRequest(new Framing($way)));
                self::assertLessThanOrEqual($placement->keptShare + 1e-12, $other->keptShare, $said.' '.$way->value);
                self::assertSame($way->value, $other->product->orientation()->value, $said);
            }
        }
    }

    public function test_a_box_that_can_stay_in_stays_in_and_one_that_cannot_loses_least(): void
    {
        $kept = $lost = 0;
        foreach ($this->placements() as $i => [$placement, $said]) {
            mt_srand($i);
            [$left, $top] = [mt_rand(0, 90) / 100, mt_rand(0, 90) / 100];
            $box = new FractionBox($left, $top, mt_rand(5, (int) (100 - 100 * $left)) / 100, mt_rand(5, (int) (100 - 100 * $top)) / 100);
            $placed = $this->plan($placement->artwork, $placement->product, new PlacementRequest(new Framing($this->way($placement)), keep: [$box]));
            $pixels = $box->inPixelsOf($placement->artwork->size);
            // What goes round a frame does not count.
            $crop = $placed->face();
            $fits = $pixels->width <= $crop->width && $pixels->height <= $crop->height;
            $hasSides = $crop != $placed->crop;
            if (!$hasSides) {
                self::assertSame($fits, $placed->keepsBox, $said);
            }
            $inside = static fn (int $from, int $extent, int $start, int $length): int => max(0, min($from + $extent, $start + $length) - max($from, $start));
            $share = $inside($crop->x, $crop->width, $pixels->x, $pixels->width) * $inside($crop->y, $crop->height, $pixels->y, $pixels->height) / $pixels->size()->pixels();
            self::assertEqualsWithDelta($share, $placed->keptOfBoxes, 1e-9, $said);
            if ($hasSides) {
                continue;
            }
            // No crop of this size can hold more of it than the smaller sides allow.
            self::assertEqualsWithDelta(min($crop->width, $pixels->width) * min($crop->height, $pixels->height) / $pixels->size()->pixels(), $share, 1e-9, $said);
            $fits ? ++$kept : ++$lost;
        }
        self::assertGreaterThan(50, min($kept, $lost));
    }

    public function test_turned_and_mirrored_pictures_are_placed_as_what_they_are_then(): void
    {
        foreach ($this->placements() as [$placement, $said]) {
            $size = $placement->artwork->size;
            $turned = $this->plan($placement->artwork, $placement->product, new PlacementRequest(new Framing($this->way($placement), transform: new ImageTransform(QuarterTurn::Right, true))));
            $other = $this->plan(new Artwork(new PixelSize($size->height, $size->width), $placement->artwork->kind), $placement->product, new PlacementRequest(new Framing($this->way($placement))));
            self::assertEquals($other->crop, $turned->crop, $said);
            self::assertEquals([$other->verdict, $other->effective, $other->output, $other->keptShare], [$turned->verdict, $turned->effective, $turned->output, $turned->keptShare], $said);
        }
    }

    public function test_twice_the_pixels_are_twice_the_ppi(): void
    {
        foreach ($this->placements() as [$placement, $said]) {
            $size = $placement->artwork->size;
            $double = $this->plan(new Artwork($size->times(2), $placement->artwork->kind), $placement->product, new PlacementRequest(new Framing($this->way($placement))));
            self::assertEqualsWithDelta(2.0, $double->effective->value / $placement->effective->value, 2.0 / min($placement->crop->width, $placement->crop->height), $said);
            self::assertGreaterThanOrEqual(self::rank($placement->verdict), self::rank($double->verdict), "$said: more pixels never judge worse");
        }
    }

    /** @return iterable<int, array{Placement, string}> each with words that tell it from others */
    private function placements(): iterable
    {
        mt_srand(20);
        $pictures = [new PixelSize(2480, 3508), new PixelSize(1, 1), new PixelSize(9000, 40)];
        while (\count($pictures) < self::PICTURES) {
            $long = (int) round(60 * 2 ** (mt_rand(0, 800) / 100));
            $short = max(1, (int) round($long * mt_rand(20, 100) / 100));
            $pictures[] = 0 === mt_rand(0, 1) ? new PixelSize($long, $short) : new PixelSize($short, $long);
        }
        $kinds = Kind::cases();
        $count = 0;
        foreach (Catalogue::standard()->products as $product) {
            foreach ($pictures as $i => $picture) {
                $artwork = new Artwork($picture, $kinds[$i % \count($kinds)]);

                yield $count++ => [$this->plan($artwork, $product, PlacementRequest::none()), \sprintf('%s on %s', $picture, $product->code)];
            }
        }
    }

    /** As it fills the product. */
    private function plan(Artwork $artwork, Product $product, PlacementRequest $request): Placement
    {
        return (new PlacementPlanner())->plan($artwork, $product, $request->reframed($request->framing->with(fitMode: FitMode::Fill)));
    }

    /** The way up that a placement was given, as a wish. */
    private function way(Placement $placement): OrientationRule
    {
        return OrientationRule::tryFrom($placement->product->orientation()->value) ?? OrientationRule::Either;
    }

    private static function rank(Verdict $verdict): int
    {
        return (int) array_search($verdict, [Verdict::Short, Verdict::GrowToFloor, Verdict::Grow, Verdict::Adequate, Verdict::Ample], true);
    }
}
