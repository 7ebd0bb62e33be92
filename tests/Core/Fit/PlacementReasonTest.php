<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Fit;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementReason;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Fit\Verdict;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\Product;

/** What is said of a placement that is short: what would help depends on what is wrong. */
final class PlacementReasonTest extends TestCase
{
    public function test_a_wider_crop_helps_where_most_of_the_picture_was_cut_away(): void
    {
        // Of 400 × 600 px on 2 : 3, a zoom of z leaves 1 / z² of the picture.
        self::assertStringContainsString('A wider crop, a smaller product or a larger master would help.', $this->reason(1 / sqrt(0.45)));
        self::assertStringNotContainsString('wider crop', $this->reason(1 / sqrt(0.55)), 'more than half of it is there');
        self::assertStringNotContainsString('wider crop', $this->reason(1.0));
        self::assertStringContainsString('A smaller product or a larger master would help.', $this->reason(1.0));
    }

    public function test_tracing_helps_flat_graphics_alone(): void
    {
        self::assertStringContainsString('tracing it to curves would help', $this->reason(1.0, Kind::FlatGraphic));
        self::assertStringContainsString('A wider crop', $this->reason(2.0, Kind::FlatGraphic), 'what was cut away comes first');
        self::assertStringNotContainsString('tracing', $this->reason(1.0, Kind::LineArt));
    }

    private function reason(float $zoom, Kind $kind = Kind::Photo): string
    {
        $request = new PlacementRequest(new Framing(position: new CropPosition(0.5, 0.5, $zoom)));
        $placement = (new PlacementPlanner())->plan(new Artwork(new PixelSize(400, 600), $kind), new Product('x', 'x', PrintSize::inches(40, 60), Bleed::none(), Ppi::of(300), Ppi::of(240)), $request);
        self::assertSame(Verdict::Short, $placement->verdict);

        return PlacementReason::of($placement);
    }
}
