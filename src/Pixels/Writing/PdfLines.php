<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Writing;

use Snugfit\Core\Recipe\PicturePlacement;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Pixels\Lettering\LetteringColour;

/** A master of lines as a recipe lays it on a PDF's page: what is round it, what shows through it, and the drawing, cut to its window. */
final readonly class PdfLines
{
    public function __construct(private Recipe $recipe, public PdfDrawing $drawing)
    {
    }

    /**
     * @param array{float, float, float, float} $place of the file's pixels: left, bottom, right and top
     * @param string                            $name  of the drawing among the page's resources
     */
    public function content(array $place, string $name): string
    {
        [$left, $bottom, $right, $top] = $place;
        [$size, $part] = [$this->recipe->size(), $this->recipe->shownPart()];
        [$across, $down] = [($right - $left) / $size->width, ($top - $bottom) / $size->height];
        $at = static fn (float $x, float $y): array => [$left + $x * $across, $top - $y * $down];
        $box = static fn (float $x, float $y, float $width, float $height): string => \sprintf(
            '%s %s %s %s re',
            PdfObjects::number($at($x, $y + $height)[0]),
            PdfObjects::number($at($x, $y + $height)[1]),
            PdfObjects::number($width * $across),
            PdfObjects::number($height * $down),
        );
        $all = $box(0, 0, $size->width, $size->height);
        $shown = $box($part->x, $part->y, $part->width, $part->height);
        $round = ($this->recipe->rim ?? $this->recipe->mount)?->layout->colour;

        return \sprintf("q %s W n\n", $all)
            .(null === $round ? '' : $this->fill($round, $all))
            .\sprintf("%s W n\n", $shown)
            .$this->fill($this->recipe->write->matte, $shown)
            .\sprintf('%s cm %s Do Q', $this->matrix($at), $name);
    }

    /**
     * From the drawing's own points to the page's.
     *
     * @param \Closure(float, float): array{float, float} $at
     */
    private function matrix(\Closure $at): string
    {
        $placement = new PicturePlacement($this->recipe);
        $seen = static fn (float $right, float $down): array => $at(...$placement->inFile($right, $down));
        [$left, $bottom, $right, $top] = $this->drawing->box;
        [$corner, $across, $down] = [$seen(0.0, 0.0), $seen(1.0, 0.0), $seen(0.0, 1.0)];
        $x = [($across[0] - $corner[0]) / ($right - $left), ($across[1] - $corner[1]) / ($right - $left)];
        // Its points count upwards.
        $y = [($corner[0] - $down[0]) / ($top - $bottom), ($corner[1] - $down[1]) / ($top - $bottom)];
        $from = [$corner[0] - $left * $x[0] - $top * $y[0], $corner[1] - $left * $x[1] - $top * $y[1]];

        return implode(' ', array_map(
            static fn (float $value): string => rtrim(rtrim(\sprintf('%.8F', $value), '0'), '.'),
            [...$x, ...$y, ...$from],
        ));
    }

    private function fill(string $colour, string $box): string
    {
        $samples = LetteringColour::delivered($this->recipe->write->colour)->samples($colour);

        return \sprintf(
            "%s cs %s sc %s f\n",
            PdfLettering::INK,
            implode(' ', array_map(static fn (float $value): string => PdfObjects::number($value / 255), $samples)),
            $box,
        );
    }
}
