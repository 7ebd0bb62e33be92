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
 * Pictures made two or more times as large, kept in files and filled piece by piece as they are asked for: an artwork is enlarged once
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
        foreach ($passes as $factor => $one) {
            // By work: workers share the cores with other programs, and pieces that others have in hand are waited for.
            [$before, $began] = [$made, ProcessorTime::seconds()];
            $image = $this->pass($image, $this->path($name, $passes, $factor), $one, $needed[$factor], $count);
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
        $work = 0.0;
        foreach ($needed as $factor => $window) {
            $work += self::made($window->size(), $passes[$factor])->megapixels();
        }
        $pieces = array_sum(array_column($this->waiting($source->size(), $name, $doubler, $times, $part), 1));
        if ($pieces <= $work) {
            return $this->doubled($source, $name, $doubler, $times, $part);
        }
        $image = $source;
        foreach ($passes as $factor => $one) {
            $place = $needed[$factor];
            $made = $this->piece(self::cut(self::wide($image, $one), $place, $one), $one)->copied();
            $whole = self::made($image->size(), $one);
            $corner = $place->times(2 ** $one->doublings());
            $image = $made->embed($corner->x, $corner->y, $whole, Extend::Background);
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
        foreach (self::needed($source, $passes, $part) as $factor => $window) {
            $one = $passes[$factor];
            $path = $this->file($name, $passes, $factor);
            $tiles = self::tiles($source, $factor, $one, $one->piece());
            $done = TileClaims::doneIn($path.'.made');
            foreach ($tiles->touching($window) as $tile) {
                if (!isset($done[$tile])) {
                    $waiting[] = [$path.':'.$tile, self::made($tiles->window($tile)->size(), $one)->megapixels(), $one->name()];
                }
            }
        }

        return $waiting;
    }

    /**
     * What each pass is wanted of: of its source, by how many times as large as the first its result is, in whole squares.
     *
     * @param non-empty-array<int, TileUpscaler> $passes
     * @param ?int                               $side   of the squares; null for the passes' pieces
     *
     * @return array<int, PixelWindow>
     */
    private static function needed(PixelSize $source, array $passes, PixelWindow $part, ?int $side = null): array
    {
        $needed = [];
        // In pixels of the result of the pass that is looked at.
        $wanted = $part->times(array_key_last($passes));
        foreach (array_reverse($passes, true) as $factor => $one) {
            $times = 2 ** $one->doublings();
            [$left, $top] = [intdiv($wanted->x, $times), intdiv($wanted->y, $times)];
            $under = new PixelWindow(
                $left,
                $top,
                intdiv($wanted->x + $wanted->width + $times - 1, $times) - $left,
                intdiv($wanted->y + $wanted->height + $times - 1, $times) - $top,
            );
            $tiles = self::tiles($source, $factor, $one, $side ?? $one->piece());
            $needed[$factor] = $tiles->round($under);
            // Of the one before it, it needs the margin round that, too.
            $wanted = $needed[$factor]->widenedIn($tiles->picture, $one->margin() + self::BENEATH);
        }

        return array_reverse($needed, true);
    }

    /** @return non-empty-array<int, TileUpscaler> one after the other, by how many times as large as the source what it makes is */
    private static function passes(TileUpscaler $upscaler, int $times): array
    {
        $one = $upscaler->first($times);
        $made = $one->doublings();
        $passes = [2 ** $made => $one];
        while ($made < $times) {
            $one = $one->next();
            $made += $one->doublings();
            $passes[2 ** $made] = $one;
        }

        return $passes;
    }

    /** Of the source of a pass whose result is so many times as large as the first one's. */
    private static function tiles(PixelSize $source, int $factor, TileUpscaler $pass, int $side): TileGrid
    {
        return new TileGrid($source->times(intdiv($factor, 2 ** $pass->doublings())), $side);
    }

    /** What comes of so much. */
    private static function made(PixelSize $size, TileUpscaler $pass): PixelSize
    {
        return $size->times(2 ** $pass->doublings());
    }

    /** @param \Closure(float): void $count hears of each piece's megapixels */
    private function pass(Image $source, string $path, TileUpscaler $doubler, PixelWindow $part, \Closure $count): Image
    {
        $tiles = new TileGrid($source->size(), $doubler->piece());
        $wanted = $tiles->touching($part);
        $file = new TileFile(
            $path.'.pieces',
            new TileGrid(self::made($source->size(), $doubler), 2 ** $doubler->doublings() * $doubler->piece()),
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
            $count(self::made($place->size(), $doubler)->megapixels());
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
            return UpscaleVerifier::checked($piece, $doubler->enlarge($piece), $doubler->margin());
        }
        $interpretation = $piece->interpretation();
        $colour = $piece->extractBands(0, 3)->withInterpretation($interpretation)->copyToMemory();
        $alpha = $piece->extractBands(3, 1);
        $margin = $doubler->margin();
        $cover =
            $alpha->smallest() >= PremultipliedAlpha::most($piece)
                ? $alpha
                    ->crop(new PixelWindow($margin, $margin, $piece->size()->width - 2 * $margin, $piece->size()->height - 2 * $margin))
                    ->repeatPixels(2 ** $doubler->doublings())
                : $doubler
                    ->cover()
                    ->enlarge($alpha->join($alpha)->join($alpha)->withInterpretation($interpretation)->copyToMemory())
                    ->extractBands(0, 1)
                    ->copyToMemory();

        return UpscaleVerifier::checked($colour, $doubler->enlarge($colour), $margin)->join($cover)->withInterpretation($interpretation);
    }

    /** @param non-empty-array<int, TileUpscaler> $passes */
    private function file(string $name, array $passes, int $factor): string
    {
        return $this->folder.'/'.$name.'/'.$passes[array_key_first($passes)]->name().'-x'.$factor;
    }

    /** @param non-empty-array<int, TileUpscaler> $passes */
    private function path(string $name, array $passes, int $factor): string
    {
        $folder = $this->folder.'/'.$name;
        if (!is_dir($folder) && !@mkdir($folder, 0o700, true) && !is_dir($folder)) {
            throw UnwritablePrintFile::at($folder);
        }

        return $this->file($name, $passes, $factor);
    }
}
