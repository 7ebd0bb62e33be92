<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Zimg;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;

/**
 * Resamples images of any number of bands in strips from top to bottom, so that neither the picture nor the result need be in
 * memory. The middle of every part lies in the result where it lay in the picture.
 */
final readonly class StripScaler
{
    /** Bytes of a strip, and up to which all of the result is kept in memory. */
    private const STRIP = 24_000_000;
    private const IN_MEMORY = 24_000_000;

    private function __construct(
        private Image $picture,
        private PixelSize $to,
        private ScalingFilter $filter,
        private PixelWindow $window,
        private SourceRows $rows,
        /** Bytes from one row of a band of the result to the next. */
        private int $stride,
    ) {
    }

    /**
     * Computed now, but for putting large results together.
     *
     * @param Image                   $picture of bytes, sixteen bits or floating numbers, of which any row can be read at any time
     * @param ?\Closure(Image): Image $finish  what is made of each strip before it is kept
     * @param ?PixelWindow            $only    the part of the result that is made; the rest of it says nothing
     */
    public static function scale(
        Image $picture,
        PixelSize $to,
        ScalingFilter $filter,
        ?\Closure $finish = null,
        ?PixelWindow $only = null,
    ): Image {
        $window = $only ?? PixelWindow::whole($to);
        $columns = self::reached($picture->size()->width, $to->width, $window->x, $window->width, $filter);
        $stride = PlaneScaler::stride($window->width, $picture->format());
        $scaler = new self($picture, $to, $filter, $window, new SourceRows($picture, $columns), $stride);
        $bytes = $window->size()->pixels() * $picture->bands() * $picture->format()->bytes();
        $made = null === $finish && $bytes > self::IN_MEMORY
            ? $scaler->planes()
            : $scaler->finished($finish ?? static fn (Image $strip): Image => $strip);

        return null === $only ? $made : $made->embed($window->x, $window->y, $to, Extend::Copy);
    }

    private function planes(): Image
    {
        $keeper = new PlaneKeeper($this->window->size(), $this->stride, $this->picture->format());
        foreach ($this->strips() as $strip) {
            $keeper->keep($this->scaled($strip), $strip->height);
        }

        return $keeper->image($this->picture->interpretation());
    }

    /** @param \Closure(Image): Image $finish */
    private function finished(\Closure $finish): Image
    {
        $keeper = null;
        foreach ($this->strips() as $strip) {
            $planes = $this->scaled($strip);
            $bands = array_map(
                fn (AlignedBuffer $plane): Image => $plane->image($strip->size(), $this->stride, $this->picture->format()),
                $planes,
            );
            // While the planes are there.
            $made = $finish(Image::joined($bands)->withInterpretation($this->picture->interpretation()))->copyToMemory();
            $bytes = $this->window->size()->pixels() * $made->bands() * $made->format()->bytes();
            $keeper ??= new StripKeeper($this->window->size(), $made, $bytes <= self::IN_MEMORY);
            $keeper->keep($made);
        }

        return ($keeper ?? throw new \LogicException('A window has rows.'))->image();
    }

    /** @return iterable<PixelWindow> of the result, from top to bottom */
    private function strips(): iterable
    {
        $window = $this->window;
        // What a row of the result is made from may be much more than it.
        $row = max($this->stride, (int) ($this->rows->stride * $this->picture->size()->height / $this->to->height));
        $height = max(16, intdiv(self::STRIP, $row * $this->picture->bands()));
        for ($y = 0; $y < $window->height; $y += $height) {
            yield new PixelWindow($window->x, $window->y + $y, $window->width, min($height, $window->height - $y));
        }
    }

    /** @return non-empty-list<AlignedBuffer> a strip's bands */
    private function scaled(PixelWindow $strip): array
    {
        [$from, $to] = [$this->picture->size(), $this->to];
        [$first, $count] = self::reached($from->height, $to->height, $strip->y, $strip->height, $this->filter);
        $this->rows->move($first, $count);
        [$across, $down] = [$from->width / $to->width, $from->height / $to->height];
        $scaler = new PlaneScaler(
            new PixelSize($this->rows->width, $count),
            $strip->x * $across - $this->rows->left,
            $strip->y * $down - $first,
            $strip->width * $across,
            $strip->height * $down,
            $strip->size(),
            $this->filter,
            $this->picture->format(),
        );
        $planes = [];
        for ($band = 0; $band < $this->picture->bands(); ++$band) {
            $planes[] = $plane = AlignedBuffer::allocate($this->stride * $strip->height);
            $scaler->scale($this->rows->plane($band), $this->rows->stride, $plane, $this->stride);
        }

        return [] === $planes ? throw new \LogicException('An image has bands.') : $planes;
    }

    /** @return array{int, int} first pixel of the picture that a part of the result is made from, and how many */
    private static function reached(int $from, int $to, int $first, int $count, ScalingFilter $filter): array
    {
        $scale = $from / $to;
        $reach = (int) ceil($filter->reach() * max(1.0, $scale)) + 2;
        $start = max(0, (int) floor($first * $scale) - $reach);
        $end = min($from, (int) ceil(($first + $count) * $scale) + $reach);

        return [$start, $end - $start];
    }
}
