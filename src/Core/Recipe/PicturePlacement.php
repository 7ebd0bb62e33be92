<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Fit\QuarterTurn;

/** Where a point of the upright master lies in a print file. */
final readonly class PicturePlacement
{
    public function __construct(private Recipe $recipe)
    {
    }

    /**
     * @param float $right as a share of the master's width
     * @param float $down  as a share of its height
     *
     * @return array{float, float} in the file's pixels, from its left upper corner
     */
    public function inFile(float $right, float $down): array
    {
        [$frame, $to] = [$this->recipe->frame, $this->recipe->enlarge->to];
        [$crop, $transform, $picture] = [$frame->crop, $frame->transform, $frame->picture];
        $right = $transform->flip ? 1 - $right : $right;
        [$x, $y] = match ($transform->turn) {
            QuarterTurn::None => [$right * $picture->width, $down * $picture->height],
            QuarterTurn::Right => [(1 - $down) * $picture->height, $right * $picture->width],
            QuarterTurn::Half => [(1 - $right) * $picture->width, (1 - $down) * $picture->height],
            QuarterTurn::Left => [$down * $picture->height, (1 - $right) * $picture->width],
        };
        // Tilted clockwise round the window's middle.
        [$cos, $sin] = [cos(deg2rad($transform->tilt)), sin(deg2rad($transform->tilt))];
        [$fromX, $fromY] = [$x - $crop->x - $crop->width / 2, $y - $crop->y - $crop->height / 2];
        [$dx, $dy] = [$cos * $fromX - $sin * $fromY, $sin * $fromX + $cos * $fromY];
        [$shown, $part] = [$this->recipe->shown(), $this->recipe->shownPart()];

        return [
            ($dx / $crop->width + 0.5) * $to->width - $shown->x + $part->x,
            ($dy / $crop->height + 0.5) * $to->height - $shown->y + $part->y,
        ];
    }
}
