<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\PrintDimensions;
use Snugfit\Core\Measure\PixelWindow;

/** Lays lines of words on a print: their letters' size on paper, their place on its trim or under its picture. */
final readonly class LetteringLayout
{
    public function __construct(private Typesetter $typesetter)
    {
    }

    /**
     * A line that nothing is drawn of is in it, too.
     *
     * @return list<SetLine>
     *
     * @throws ImpossibleLettering
     */
    public function of(LetteringRequest $request, Placement $placement): array
    {
        $output = $placement->output;
        if (null === $output) {
            return [];
        }
        $below = self::pictureEnd($placement, $output);
        $set = [];
        $lines = $this->typesetter->set($request->words($placement->product));
        foreach ($request->lettering->lines as $number => $line) {
            [$text, $wordless] = $request->filled($line->text, $placement->product);
            $glyphs = $lines[$number];
            $em = $line->style->size->on($placement->product->trim);
            $size = $em->inInches() * $output->ppi->value;
            [$x, $y] = self::foot($line, $placement, $output, $glyphs, $size, $below);
            if ($line->place instanceof BelowArtwork && [] !== $glyphs->glyphs) {
                $below = $y;
            }
            $outline = $line->style->outline;
            $set[] = new SetLine(
                $number,
                $line->saying($text),
                $glyphs,
                new LetteredLine(
                    $text,
                    $glyphs->outline($line->arc),
                    new OutlinePlace($size, $x, $y),
                    $line->style->colour,
                    null === $outline ? 0.0 : $outline->width->inInches() * $output->ppi->value,
                    $outline->colour ?? 'ffffff',
                ),
                $em,
                self::share($line, self::trim($placement, $output), $glyphs, $size, [$x, $y]),
                $wordless,
            );
        }

        return $set;
    }

    /**
     * What of it goes into a recipe; null where nothing is drawn.
     *
     * @param list<SetLine> $set
     */
    public static function lettered(array $set): ?Lettered
    {
        $drawn = array_map(static fn (SetLine $line): LetteredLine => $line->laid, $set);
        $drawn = array_values(array_filter($drawn, static fn (LetteredLine $line): bool => !$line->path->isEmpty()));

        return [] === $drawn ? null : new Lettered($drawn);
    }

    /** The print's trim in its own pixels; of what goes round a frame, its face. */
    public static function trim(Placement $placement, PrintDimensions $output): PixelWindow
    {
        $bleed = $placement->product->bleed;

        return new PixelWindow(
            $bleed->left->pixelsAt($output->ppi),
            $bleed->top->pixelsAt($output->ppi),
            max(1, $output->size->width - $bleed->left->pixelsAt($output->ppi) - $bleed->right->pixelsAt($output->ppi)),
            max(1, $output->size->height - $bleed->top->pixelsAt($output->ppi) - $bleed->bottom->pixelsAt($output->ppi)),
        );
    }

    private static function pictureEnd(Placement $placement, PrintDimensions $output): float
    {
        $part = $output->layout?->part;
        $trim = self::trim($placement, $output);

        return (float) min($trim->y + $trim->height, null === $part ? \PHP_INT_MAX : $part->y + $part->height);
    }

    /**
     * @param array{float, float} $foot
     *
     * @return array{float, float}
     */
    private static function share(TextLine $line, PixelWindow $trim, GlyphLine $glyphs, float $size, array $foot): array
    {
        return [
            ($foot[0] - (0.5 - $line->alignment->before()) * $glyphs->width * $size - $trim->x) / $trim->width,
            ($foot[1] - $glyphs->capHeight * $size / 2 - $trim->y) / $trim->height,
        ];
    }

    /**
     * The middle of a line's width on its baseline, in the print's pixels.
     *
     * @param float $size  pixels of its em
     * @param float $below where what it may stand under ends
     *
     * @return array{float, float}
     */
    private static function foot(
        TextLine $line,
        Placement $placement,
        PrintDimensions $output,
        GlyphLine $glyphs,
        float $size,
        float $below,
    ): array {
        $trim = self::trim($placement, $output);
        $fromPlace = (0.5 - $line->alignment->before()) * $glyphs->width * $size;
        if ($line->place instanceof HandPlace) {
            return [
                $trim->x + $line->place->x * $trim->width + $fromPlace,
                $trim->y + $line->place->y * $trim->height + $glyphs->capHeight * $size / 2,
            ];
        }
        $part = $output->layout->part ?? $trim;
        $anchor = $part->x + $line->alignment->before() * $part->width;

        return [$anchor + $fromPlace, $below + ($line->place->gap + $glyphs->capHeight) * $size];
    }
}
