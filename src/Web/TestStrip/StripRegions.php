<?php

declare(strict_types=1);

namespace Snugfit\Web\TestStrip;

use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Pixels\Job\DetailRegionsJob;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Intake\ArtworkImporter;
use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Cache\ItemInterface;

/** The telling spots of a picture, and where each lies on a print. */
final readonly class StripRegions
{
    private const DOT = 1e-6;
    private const SLACK = 1e-4;

    public function __construct(private PixelProcessPool $processes, private FileStore $store, private CacheInterface $cache)
    {
    }

    /**
     * @param list<array{float, float}> $own the person's, in shares of the upright picture
     *
     * @return list<array{what: string, x: float, y: float, own: ?int}>
     */
    public function of(BatchArtwork $artwork, array $own): array
    {
        $regions = $this->found($artwork);
        $lettering = $artwork->facts()->lettering[0] ?? null;
        if (null !== $lettering) {
            $regions[] = [
                'what' => 'lettering',
                'x' => $lettering->x + min($lettering->width / 2, $lettering->height),
                'y' => $lettering->y + $lettering->height / 2,
                'own' => null,
            ];
        }
        foreach ($own as $i => [$x, $y]) {
            $regions[] = ['what' => 'your spot', 'x' => $x, 'y' => $y, 'own' => $i];
        }

        return $regions;
    }

    /**
     * The window of so many print pixels round a spot, moved only as far as the print's edges require; null where the spot is not
     * on the print.
     */
    public static function window(Recipe $recipe, float $x, float $y, PixelSize $wanted): ?PixelWindow
    {
        if (min($x, $y) < 0 || max($x, $y) > 1) {
            return null;
        }
        [$crop, $to, $transform] = [$recipe->frame->crop, $recipe->enlarge->to, $recipe->frame->transform];
        // A box next to nothing, since boxes are what a pose turns.
        $transformed = $transform->box(
            new FractionBox(
                min(1 - self::DOT, max(0.0, $x - self::DOT / 2)),
                min(1 - self::DOT, max(0.0, $y - self::DOT / 2)),
                self::DOT,
                self::DOT,
            ),
        );
        $picture = $transform->size($recipe->frame->picture);
        $across = (($transformed->x + $transformed->width / 2) * $picture->width - $crop->x) / $crop->width;
        $down = (($transformed->y + $transformed->height / 2) * $picture->height - $crop->y) / $crop->height;
        if (min($across, $down) < -self::SLACK || max($across, $down) > 1 + self::SLACK) {
            return null;
        }
        $size = new PixelSize(min($wanted->width, $to->width), min($wanted->height, $to->height));

        return new PixelWindow(
            (int) min($to->width - $size->width, max(0, round($across * $to->width - $size->width / 2))),
            (int) min($to->height - $size->height, max(0, round($down * $to->height - $size->height / 2))),
            $size->width,
            $size->height,
        );
    }

    /** @return list<array{what: string, x: float, y: float, own: null}> */
    private function found(BatchArtwork $artwork): array
    {
        return $this->cache->get('spots.1.'.$artwork->pictureHash(), function (ItemInterface $item, bool &$save) use ($artwork): array {
            $regions = [];
            try {
                foreach (
                    $this->processes
                        ->start(
                            new DetailRegionsJob($this->store->path($artwork->previewKey(ArtworkImporter::SCREEN))),
                        )
                        ->facts()
                        ->records('spots') as $region
                ) {
                    $regions[] = ['what' => $region->string('what'), 'x' => $region->float('x'), 'y' => $region->float('y'), 'own' => null];
                }
            } catch (PixelJobFailed) {
                // A strip with the person's own spots is still worth having.
                $save = false;
            }

            return $regions;
        });
    }
}
