<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Core\Recipe\Recipe;

/** How long what is still to be enlarged will take one worker, by what this machine did last. */
final readonly class UpscaleEstimator
{
    public function __construct(private UpscaleTileCache $tileCache)
    {
    }

    /**
     * By piece: several recipes that share one share its work.
     *
     * @param string $master SHA-256
     *
     * @return array<string, float> seconds by a name that tells a piece from all others
     */
    public function pieces(Recipe $recipe, string $master): array
    {
        $frame = $recipe->frame;
        $area = $recipe->enlarge->region;
        $seconds = [];
        foreach (null === $area ? [$recipe] : [$recipe, $recipe->enlargedBy($area->settings)] as $one) {
            $times = $one->enlarge->planFor($frame->crop->size())->doublings;
            if ($times > 0) {
                $durations = $this->tileCache->pace();
                $waiting = $this->tileCache->waiting(
                    $frame->picture,
                    $one->preparedName($one->repair->preparedHash($master)),
                    new NetworkUpscaler($one->enlarge->settings),
                    $times,
                    $frame->transform->uprightOf($frame->crop, $frame->picture),
                );
                foreach ($waiting as [$piece, $megapixels, $doubler]) {
                    $seconds[$piece] = $megapixels / $durations->megapixelsPerSecond($doubler);
                }
            }
        }

        return $seconds;
    }

    /** @param string $master SHA-256 */
    public function seconds(Recipe $recipe, string $master): float
    {
        return array_sum($this->pieces($recipe, $master));
    }
}
