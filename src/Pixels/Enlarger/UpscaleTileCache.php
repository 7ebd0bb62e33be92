<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\TileGrid;
use Snugfit\Pixels\PremultipliedAlpha;
use Snugfit\Pixels\ProcessorTime;
use Snugfit\Pixels\UnwritablePrintFile;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;

/**
 * Pictures made twice as large, kept in files and filled piece by piece as they are asked for: an artwork is enlarged once
 * for all products that show the same part of it, several workers fill one picture together, and what was made before an
 * interruption is there after it. Pieces lie on a fixed grid, so that any part has the same pixels as the whole.
 */
final readonly class UpscaleTileCache
{
    /** Pixels round a piece that colouring beneath transparency looks at. */
    private const BENEATH = 16;

    /** A part by itself begins and ends at even places, as networks want it. */
    private const EVEN = 2;

    /** Microseconds between looks at what other workers have in hand. */
    private const LOOK = 20_000;

    private UpscaleThroughput $throughput;

    public function __construct(private string $folder)
    {
        $this->throughput = new UpscaleThroughput($folder);
    }

    /**
     * @param Image       $source sRGB, 8 or 16 bits, with alpha or without, every row reachable at any time
     * @param string      $name   of the source: the same name, the same pixels
     * @param PixelWindow $part   of the source that is wanted
     * @param int         $times how often it is doubled
     * @param ?\Closure(float): void $tell hears which share of the work is done
     *
     * @return Image of the source's size, doubled so often; only the wanted part of it has been made
     *
     * @throws BrokenUpscale|UnwritablePrintFile
     */
    public function doubled(
        Image $source,
        string $name,
        TileUpscaler $doubler,
        int $times,
        PixelWindow $part,
        ?\Closure $tell = null,
    ): Image {
        $passes = self::passes($doubler, $times);
        $needed = self::needed($source->size(), $passes, $part);
        $left = array_sum(
            array_map(static fn (array $piece): float => $piece[1], $this->waiting($source->size(), $name, $doubler, $times, $part)),
        );
        $made = 0.0;
        $count = static function (float $megapixels) use (&$made, $left, $tell): void {
            $made += $megapixels;
            $tell?->__invoke(min(1.0, $made / max(1e-9, $left)));
        };
        $image = $source;
        foreach ($passes as $pass => $one) {
            // By work: workers share the cores with other programs, and pieces that others have in hand are waited for.
            [$before, $began] = [$made, ProcessorTime::seconds()];
            $image = $this->pass($image, $this->path($name, $doubler, $pass), $one, $needed[$pass], $count);
            if ($made > $before) {
                $this->pace()->learn($one->name(), $made - $before, ProcessorTime::seconds() - $began);
            }
        }

        return $image;
    }

    /**
     * As doubled(), for a part that is looked at once: made by itself and not kept, unless the pieces that it touches are
     * no more work. Its pixels are the same.
     *
     * @throws BrokenUpscale|UnwritablePrintFile
     */
    public function once(Image $source, string $name, TileUpscaler $doubler, int $times, PixelWindow $part): Image
    {
        $passes = self::passes($doubler, $times);
        $needed = self::needed($source->size(), $passes, $part, self::EVEN);
        $work = array_sum(array_map(static fn (PixelWindow $window): float => $window->size()->times(2)->megapixels(), $needed));
        $pieces = array_sum(array_column($this->waiting($source->size(), $name, $doubler, $times, $part), 1));
        if ($pieces <= $work) {
            return $this->doubled($source, $name, $doubler, $times, $part);
        }
        $image = $source;
        foreach ($passes as $pass => $one) {
            $place = $needed[$pass];
            $made = $this->piece(self::cut(self::wide($image, $one), $place, $one), $one)->copied();
            $image = $made->embed(2 * $place->x, 2 * $place->y, $image->size()->times(2), Extend::Background);
        }

        return $image;
    }

    public function pace(): UpscaleThroughput
    {
        return $this->throughput;
    }

    /**
     * @return list<array{string, float, string}> pieces that are still to be made: a name that tells each from all others, its
     * megapixels, and the doubler's
     */
    public function waiting(PixelSize $source, string $name, TileUpscaler $doubler, int $times, PixelWindow $part): array
    {
        $waiting = [];
        $passes = self::passes($doubler, $times);
        foreach (self::needed($source, $passes, $part) as $pass => $window) {
            $path = $this->folder.'/'.$name.'/'.$doubler->name().'-x'. 2 ** $pass;
            $tiles = new TileGrid($source->times(2 ** ($pass - 1)), $passes[$pass]->piece());
            $done = TileClaims::doneIn($path.'.made');
            foreach ($tiles->touching($window) as $tile) {
                if (!isset($done[$tile])) {
                    $waiting[] = [$path.':'.$tile, $tiles->window($tile)->size()->times(2)->megapixels(), $passes[$pass]->name()];
                }
            }
        }

        return $waiting;
    }

    /**
     * What each doubling is wanted of: of its source, by its number, in whole squares.
     *
     * @param array<int, TileUpscaler> $passes
     * @param ?int                $side   of the squares; null for the doublers' pieces
     *
     * @return array<int, PixelWindow>
     */
    private static function needed(PixelSize $source, array $passes, PixelWindow $part, ?int $side = null): array
    {
        $needed = [];
        $wanted = $part->times(2 ** (\count($passes) - 1));
        for ($pass = \count($passes); $pass >= 1; --$pass) {
            $tiles = new TileGrid($source->times(2 ** ($pass - 1)), $side ?? $passes[$pass]->piece());
            $needed[$pass] = $tiles->round($wanted);
            // Of the one before it, it needs the margin round that, too.
            $wide = $needed[$pass]->widenedIn($tiles->picture, $passes[$pass]->margin() + self::BENEATH);
            [$left, $top] = [intdiv($wide->x, 2), intdiv($wide->y, 2)];
            $wanted = new PixelWindow(
                $left,
                $top,
                intdiv($wide->x + $wide->width + 1, 2) - $left,
                intdiv($wide->y + $wide->height + 1, 2) - $top,
            );
        }
        ksort($needed);

        return $needed;
    }

    /** @return array<int, TileUpscaler> by the pass that it makes */
    private static function passes(TileUpscaler $doubler, int $times): array
    {
        $passes = [];
        for ($pass = 1; $pass <= $times; ++$pass) {
            $passes[$pass] = $doubler;
            $doubler = $doubler->next();
        }

        return $passes;
    }

    /** @param \Closure(float): void $count hears of each piece's megapixels */
    private function pass(Image $source, string $path, TileUpscaler $doubler, PixelWindow $part, \Closure $count): Image
    {
        $tiles = new TileGrid($source->size(), $doubler->piece());
        $wanted = $tiles->touching($part);
        $file = new TileFile(
            $path.'.pieces',
            new TileGrid($source->size()->times(2), 2 * $doubler->piece()),
            $source->bands(),
            $source->format(),
        );
        if ($file->isNew) {
            // Whoever removed the pieces may have left the notes of them.
            @unlink($path.'.made');
        }
        $book = new TileClaims($path.'.made', $tiles->count());
        $wide = self::wide($source, $doubler);
        while (!$book->areDone($wanted)) {
            $tile = $book->claim($wanted);
            if (null === $tile) {
                usleep(self::LOOK);
                continue;
            }
            $place = $tiles->window($tile);
            $file->write($tile, $this->piece(self::cut($wide, $place, $doubler), $doubler));
            $book->done($tile);
            $count($place->size()->times(2)->megapixels());
        }
        touch($path.'.made');

        return $file->picture($source->interpretation());
    }

    /** A picture with a doubler's margin all round. */
    private static function wide(Image $source, TileUpscaler $doubler): Image
    {
        $margin = $doubler->margin();
        // Colour and alpha are doubled apart; the colour goes on where it is not seen.
        $whole = $source->hasAlpha() ? PremultipliedAlpha::colouredBeneath($source) : $source;

        return $whole->embed(
            $margin,
            $margin,
            new PixelSize($source->size()->width + 2 * $margin, $source->size()->height + 2 * $margin),
            Extend::Copy,
        );
    }

    /** A piece with its margin, in memory. */
    private static function cut(Image $wide, PixelWindow $place, TileUpscaler $doubler): Image
    {
        $margin = $doubler->margin();

        return $wide
            ->crop(new PixelWindow($place->x, $place->y, $place->width + 2 * $margin, $place->height + 2 * $margin))
            ->copyToMemory();
    }

    private function piece(Image $piece, TileUpscaler $doubler): Image
    {
        if (!$piece->hasAlpha()) {
            return UpscaleVerifier::checked($piece, $doubler->double($piece), $doubler->margin());
        }
        $interpretation = $piece->interpretation();
        $colour = $piece->extractBands(0, 3)->withInterpretation($interpretation)->copyToMemory();
        $alpha = $piece->extractBands(3, 1);
        $margin = $doubler->margin();
        $cover =
            $alpha->smallest() >= PremultipliedAlpha::most($piece)
                ? $alpha
                    ->crop(new PixelWindow($margin, $margin, $piece->size()->width - 2 * $margin, $piece->size()->height - 2 * $margin))
                    ->repeatPixels(2)
                : $doubler
                    ->cover()
                    ->double($alpha->join($alpha)->join($alpha)->withInterpretation($interpretation)->copyToMemory())
                    ->extractBands(0, 1)
                    ->copyToMemory();

        return UpscaleVerifier::checked($colour, $doubler->double($colour), $margin)->join($cover)->withInterpretation($interpretation);
    }

    private function path(string $name, TileUpscaler $doubler, int $pass): string
    {
        $folder = $this->folder.'/'.$name;
        if (!is_dir($folder) && !@mkdir($folder, 0o700, true) && !is_dir($folder)) {
            throw UnwritablePrintFile::at($folder);
        }

        return $folder.'/'.$doubler->name().'-x'. 2 ** $pass;
    }
}
