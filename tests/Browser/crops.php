<?php

declare(strict_types=1);

/* Random framings with the planner's crop for each, as JSON, for the page's own formula to be held against. */

use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Fit\RotatedCropGeometry;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ratio;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Product;

require __DIR__.'/../../vendor/autoload.php';

mt_srand(20);
$random = static fn (): float => mt_rand() / mt_getrandmax();
$products = array_values(array_filter(Catalogue::standard()->products, static fn (Product $product): bool => !$product->keepsProportions()));
$cases = [];
for ($i = 0; $i < 8_000; ++$i) {
    $picture = new PixelSize(mt_rand(1, 1 << mt_rand(1, 14)), mt_rand(1, 1 << mt_rand(1, 14)));
    $product = $products[mt_rand(0, count($products) - 1)];
    // Also beyond the edges, where a hand may pull.
    $framing = new CropPosition(1.4 * $random() - 0.2, 1.4 * $random() - 0.2, 0 === $i % 3 ? 1.0 : 0.5 + 70 * $random() ** 3);
    $tilt = 0 === $i % 2 ? 0.0 : mt_rand(-4500, 4500) / 100;
    $placement = (new PlacementPlanner())->plan(new Artwork($picture), $product, new PlacementRequest(new Framing(0 === $i % 4 ? OrientationRule::Portrait : OrientationRule::Landscape, position: $framing, transform: new ImageTransform(tilt: $tilt))));
    $full = (new RotatedCropGeometry($placement->transform->tilt))->largest($picture, Ratio::ofPrint($placement->product->printArea()));
    $cases[] = ['picture' => [$picture->width, $picture->height], 'full' => $full, 'tilt' => $placement->transform->tilt, 'wish' => ['x' => $framing->centreX, 'y' => $framing->centreY, 'zoom' => max(1.0, $framing->zoom)], 'crop' => $placement->crop->toArray()];
}
echo json_encode($cases, \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION);
