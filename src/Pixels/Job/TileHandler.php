<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Proof\Tile;
use Snugfit\Core\Proof\TilePlan;
use Snugfit\Pixels\PrintFileReader;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Writing\PdfSheet;
use Snugfit\Pixels\Writing\PdfSheets;
use Snugfit\Pixels\Writing\PlainJpeg;

/** Lays a print file over sheets. */
final readonly class TileHandler implements PixelJobHandler
{
    /** Points of a millimetre; millimetres of a mark. */
    private const POINTS = 72 / 25.4;
    private const MARK = 4.0;

    public function __construct(private PrintFileReader $files = new PrintFileReader())
    {
    }

    public function name(): string
    {
        return TileJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = TileJob::fromJson($record);

        return $this->files->inPicture($job->file, fn (string $picture): array => $this->tile($job, $picture));
    }

    /** @return array{columns: int, rows: int, sheets: int} */
    private function tile(TileJob $job, string $picture): array
    {
        $ppi = Ppi::of($this->files->read($job->file)->ppiAcross);
        $image = PlainJpeg::flat(PrintFileReader::picture($picture, false));
        $plan = null === $job->strip
            ? TilePlan::of($image->size(), $ppi, $job->paper, $job->margin, $job->overlap)
            : TilePlan::strip($image->size(), $ppi, $job->paper, $job->margin, $job->strip, $job->across, $job->down);
        PdfSheets::make($job->target, static function (string $folder) use ($plan, $ppi, $image, $job): array {
            $sheets = [];
            foreach ($plan->tiles as $i => $tile) {
                $jpeg = "$folder/$i.jpg";
                PlainJpeg::save($image->crop($tile->window), $jpeg);
                $sheets[] = self::sheet($plan, $tile, $ppi, $image, $jpeg, $job);
            }
            \assert([] !== $sheets);

            return $sheets;
        });

        return ['columns' => $plan->columns, 'rows' => $plan->rows, 'sheets' => \count($plan->tiles)];
    }

    private static function sheet(TilePlan $plan, Tile $tile, Ppi $ppi, Image $image, string $jpeg, TileJob $job): PdfSheet
    {
        $points = static fn (int $pixels): float => $pixels / $ppi->value * 72;
        $width = $plan->paper->width->inMillimetres() * self::POINTS;
        $height = $plan->paper->height->inMillimetres() * self::POINTS;
        $left = $top = $plan->margin->inMillimetres() * self::POINTS;
        $right = $left + $points($tile->window->width);
        $bottom = $height - $top - $points($tile->window->height);
        // Where the next sheet begins, and this one ends for it.
        $again = floor($job->overlap->inMillimetres() / 25.4 * $ppi->value) / $ppi->value * 72;
        $cutLeft = 1 === $tile->column ? $left : $left + $again / 2;
        $cutRight = $tile->column === $plan->columns ? $right : $right - $again / 2;
        $cutTop = 1 === $tile->row ? $height - $top : $height - $top - $again / 2;
        $cutBottom = $tile->row === $plan->rows ? $bottom : $bottom + $again / 2;
        $mark = self::MARK * self::POINTS;
        $lines = [];
        foreach ([$cutLeft, $cutRight] as $x) {
            array_push($lines, [$x, $height - $top + 2, $x, $height - $top + 2 + $mark], [$x, $bottom - 2, $x, $bottom - 2 - $mark]);
        }
        foreach ([$cutBottom, $cutTop] as $y) {
            array_push($lines, [$left - 2, $y, $left - 2 - $mark, $y], [$right + 2, $y, $right + 2 + $mark, $y]);
        }

        return new PdfSheet(
            [$width, $height],
            [$left, $bottom, $right, $height - $top],
            $jpeg,
            $tile->window->size(),
            $image->bands(),
            $lines,
            null === $job->strip
                ? \sprintf('%s: row %d of %d, column %d of %d', $job->title, $tile->row, $plan->rows, $tile->column, $plan->columns)
                : \sprintf('%s: a strip of its own pixels, at its true size', $job->title),
            [$cutLeft, $cutBottom, $cutRight, $cutTop],
        );
    }
}
