<?php

declare(strict_types=1);

/*
 * Random framings of every fit mode and bleed source, as JSON: the geometry that the framing room starts from, without a
 * person's crop and with it, and where the planner puts the picture on the print. For the page's own formulas to be held
 * against.
 */

use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Artwork\PlainGround;
use Snugfit\Core\Fit\BleedSource;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\FitGeometry;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Product\FitMode;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Web\Framing\StageGeometry;

require __DIR__.'/../../vendor/autoload.php';

mt_srand(20);
$random = static fn (): float => mt_rand() / mt_getrandmax();
$products = array_values(Catalogue::standard()->products);
$planner = new PlacementPlanner();
for ($i = 0; $i < 12_000; ++$i) {
    $artwork = new Artwork(
        new PixelSize(mt_rand(1, 1 << mt_rand(1, 14)), mt_rand(1, 1 << mt_rand(1, 14))),
        ground: 0 === $i % 3 ? PlainGround::transparent(new FractionBox(0.3 * $random(), 0.2 * $random(), 0.6, 0.5)) : null,
    );
    $product = $products[mt_rand(0, count($products) - 1)];
    $mode = FitMode::cases()[$i % count(FitMode::cases())];
    // Also beyond the edges and the limits, where a hand may pull.
    $wanted = ['x' => 1.4 * $random() - 0.2, 'y' => 1.4 * $random() - 0.2, 'zoom' => 0 === $i % 3 ? 1.0 : 0.1 + 80 * $random() ** 3];
    $tilt = 0 === $i % 5 ? mt_rand(-4500, 4500) / 100 : 0.0;
    $framing = static fn (?CropPosition $position): Framing => new Framing(
        0 === $i % 4 ? OrientationRule::Portrait : OrientationRule::Landscape,
        position: $position,
        transform: new ImageTransform(tilt: $tilt),
        fitMode: $mode,
        bleedSource: BleedSource::cases()[$i % 7 % count(BleedSource::cases())],
    );
    $before = $framing(null);
    $after = $framing(new CropPosition($wanted['x'], $wanted['y'], $wanted['zoom']));
    $start = $planner->plan($artwork, $product, new PlacementRequest($before));
    $placement = $planner->plan($artwork, $product, new PlacementRequest($after));
    $part = (new FitGeometry($placement->product, $placement->framing))->part($placement->product->target, $placement->crop);
    $canvas = $placement->product->printArea()->pixelsAt($placement->product->target);
    echo json_encode([
        'position' => $wanted,
        'stage' => (new StageGeometry($start))->toArray(),
        'crop' => $placement->crop->toArray(),
        'zoom' => $after->position?->zoom,
        'part' => $part->toArray(),
        'canvas' => [$canvas->width, $canvas->height],
    ], \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION), "\n";
}
