<?php

declare(strict_types=1);

namespace Snugfit\Pixels\HarfBuzz;

use Snugfit\Core\Lettering\VectorPath;

/** Hears from HarfBuzz how a glyph is drawn. One for the whole process: a function given to a C library is never freed. */
final class GlyphPen
{
    private static ?self $pen = null;

    private string $steps = '';

    /** @var list<float> */
    private array $points = [];

    private bool $isOpen = false;

    private function __construct(private readonly \FFI\CData $functions)
    {
    }

    /** @return VectorPath in the font's units, down positive */
    public static function draw(\FFI\CData $font, int $glyph): VectorPath
    {
        $pen = self::$pen ??= self::ready();
        [$pen->steps, $pen->points, $pen->isOpen] = ['', [], false];
        HarfBuzz::library()->hb_font_get_glyph_shape($font, $glyph, $pen->functions, null);
        $pen->close();

        return new VectorPath($pen->steps, $pen->points);
    }

    private static function ready(): self
    {
        $library = HarfBuzz::library();
        $functions = $library->hb_draw_funcs_create();
        $pen = new self($functions);
        $library->hb_draw_funcs_set_move_to_func($functions, static function ($draw, $data, $state, float $x, float $y) use ($pen): void {
            $pen->close();
            $pen->isOpen = true;
            $pen->add('M', $x, $y);
        }, null, null);
        $library->hb_draw_funcs_set_line_to_func($functions, static function ($draw, $data, $state, float $x, float $y) use ($pen): void {
            $pen->add('L', $x, $y);
        }, null, null);
        $library->hb_draw_funcs_set_quadratic_to_func(
            $functions,
            static function ($draw, $data, $state, float $x1, float $y1, float $x, float $y) use ($pen): void {
                [$fromX, $fromY] = \array_slice($pen->points, -2);
                // The same curve as a cubic one.
                $near = static fn (float $end, float $middle): float => $end + 2 / 3 * ($middle - $end);
                $pen->add('C', $near($fromX, $x1), $near(-$fromY, $y1), $near($x, $x1), $near($y, $y1), $x, $y);
            },
            null,
            null,
        );
        $library->hb_draw_funcs_set_cubic_to_func(
            $functions,
            static function ($draw, $data, $state, float $x1, float $y1, float $x2, float $y2, float $x, float $y) use ($pen): void {
                $pen->add('C', $x1, $y1, $x2, $y2, $x, $y);
            },
            null,
            null,
        );
        $library->hb_draw_funcs_set_close_path_func($functions, static function () use ($pen): void {
            $pen->close();
        }, null, null);

        return $pen;
    }

    private function add(string $step, float ...$points): void
    {
        $this->steps .= $step;
        foreach (array_chunk($points, 2) as [$x, $y]) {
            // Fonts count upwards.
            array_push($this->points, $x, 0.0 - $y);
        }
    }

    private function close(): void
    {
        if ($this->isOpen) {
            $this->steps .= 'Z';
            $this->isOpen = false;
        }
    }
}
