<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\Measure\PixelSize;

/** Draws a frame with its mat to scale, as SVG: open where the print is, with the shadows that fall on it and a sheen of glass. */
final readonly class FrameDrawing
{
    /** What light a face gets that looks away from it, in parts of one that looks to the viewer. */
    private const AMBIENT = 0.42;

    /** Millimetres: how deep print and mat lie behind the frame's edge, and how wide the mat's slanted cut is. */
    private const REBATE = 9.0;
    private const CUT = 1.4;

    /** How strongly a mat's inner shadow and a pane's sheen show. */
    private const SHADOW = 0.34;
    private const SHEEN = 0.07;

    /** @param array{float, float, float} $light towards it; x right, y down, z to the viewer */
    public function __construct(private Hanging $hanging, private array $light)
    {
    }

    /** @param PixelSize $size of the drawing */
    public function svg(PixelSize $size, bool $glass): string
    {
        $outer = $this->hanging->outer();
        [$width, $height] = [$outer->width->inMillimetres(), $outer->height->inMillimetres()];
        $moulding = $this->hanging->moulding;
        $body = null === $moulding ? '' : $this->mat($width, $height, $moulding).$this->frame($width, $height, $moulding)
            .($glass ? $this->sheen($width, $height, $moulding) : '');

        return \sprintf(
            '<svg xmlns="http://www.w3.org/2000/svg" width="%d" height="%d" viewBox="0 0 %s %s" preserveAspectRatio="none">%s</svg>',
            $size->width,
            $size->height,
            self::number($width),
            self::number($height),
            $body,
        );
    }

    /** What light a slope gets, in parts of what the face gets that looks straight to the viewer. */
    public function lit(float $slope, float $outwardX, float $outwardY): float
    {
        [$x, $y, $z] = $this->light;
        $towards = ($slope * ($outwardX * $x + $outwardY * $y) + $z) / sqrt(1 + $slope * $slope);

        return self::AMBIENT + (1 - self::AMBIENT) * max(0.0, $towards) / max(0.1, $z);
    }

    private function frame(float $width, float $height, Moulding $moulding): string
    {
        $w = $moulding->width()->inMillimetres();
        [$colour, $grain] = $moulding->colours();
        // Each side: its outward direction, its outline, and from where to where its profile runs.
        $sides = [
            [0.0, -1.0, [[0, 0], [$width, 0], [$width - $w, $w], [$w, $w]], [0, 0, 0, $w]],
            [1.0, 0.0, [[$width, 0], [$width, $height], [$width - $w, $height - $w], [$width - $w, $w]], [$width, 0, $width - $w, 0]],
            [0.0, 1.0, [[$width, $height], [0, $height], [$w, $height - $w], [$width - $w, $height - $w]], [0, $height, 0, $height - $w]],
            [-1.0, 0.0, [[0, $height], [0, 0], [$w, $w], [$w, $height - $w]], [0, 0, $w, 0]],
        ];
        $drawn = '<defs>';
        foreach ($sides as $i => [$x, $y, , $run]) {
            $drawn .= \sprintf(
                '<linearGradient id="p%d" gradientUnits="userSpaceOnUse" x1="%s" y1="%s" x2="%s" y2="%s">',
                $i,
                ...array_map(self::number(...), $run),
            );
            foreach ($moulding->slopes() as [$at, $slope]) {
                $shade = self::shaded($colour, $this->lit($slope, $x, $y));
                $drawn .= \sprintf('<stop offset="%s" stop-color="#%s"/>', self::number($at), $shade);
            }
            $drawn .= '</linearGradient>';
        }
        $drawn .= self::grain('g0', $grain, 0.006, 0.35).self::grain('g1', $grain, 0.35, 0.006).'</defs>';
        foreach ($sides as $i => [, , $outline]) {
            $points = implode(' ', array_map(static fn (array $at): string => self::number($at[0]).','.self::number($at[1]), $outline));
            $drawn .= "<polygon points=\"$points\" fill=\"url(#p$i)\"/>";
            if ($moulding->hasGrain()) {
                $drawn .= \sprintf('<polygon points="%s" filter="url(#g%d)"/>', $points, $i % 2);
            }
            // The mitre, where two sides meet.
            [$from, $to] = [$outline[0], $outline[3]];
            $drawn .= \sprintf(
                '<path d="M%s %sL%s %s" stroke="#000" stroke-opacity=".28" stroke-width=".35"/>',
                ...array_map(self::number(...), [...$from, ...$to]),
            );
        }

        return $drawn;
    }

    private function mat(float $width, float $height, Moulding $moulding): string
    {
        $w = $moulding->width()->inMillimetres();
        $mat = $this->hanging->mat->inMillimetres();
        $border = $this->hanging->border();
        $drawn = '';
        if ($mat > 0) {
            [$x, $y, $x2, $y2] = [$border, $border, $width - $border, $height - $border];
            $cut = min(self::CUT, $mat / 3);
            $drawn .= \sprintf(
                '<path fill="#%s" fill-rule="evenodd" d="M%s %sH%sV%sH%sZM%s %sH%sV%sH%sZ"/>',
                $this->hanging->matColour,
                ...array_map(self::number(...), [
                    $w, $w, $width - $w, $height - $w, $w, $x - $cut, $y - $cut, $x2 + $cut, $y2 + $cut, $x - $cut,
                ]),
            );
            $cuts = [
                [0.0, -1.0, [[$x - $cut, $y - $cut], [$x2 + $cut, $y - $cut], [$x2, $y], [$x, $y]]],
                [1.0, 0.0, [[$x2 + $cut, $y - $cut], [$x2 + $cut, $y2 + $cut], [$x2, $y2], [$x2, $y]]],
                [0.0, 1.0, [[$x2 + $cut, $y2 + $cut], [$x - $cut, $y2 + $cut], [$x, $y2], [$x2, $y2]]],
                [-1.0, 0.0, [[$x - $cut, $y2 + $cut], [$x - $cut, $y - $cut], [$x, $y], [$x, $y2]]],
            ];
            foreach ($cuts as [$outX, $outY, $outline]) {
                // It falls towards the print.
                $drawn .= \sprintf(
                    '<polygon fill="#%s" points="%s"/>',
                    self::shaded('f4f1ea', min(1.04, $this->lit(-1.0, $outX, $outY))),
                    implode(' ', array_map(static fn (array $at): string => self::number($at[0]).','.self::number($at[1]), $outline)),
                );
            }
        }

        return $drawn.$this->inside($w, $w, $width - 2 * $w, $height - 2 * $w);
    }

    /** The shadow of the frame on what lies in it: along the edges that the light comes over. */
    private function inside(float $x, float $y, float $width, float $height): string
    {
        [$lx, $ly, $lz] = $this->light;
        [$across, $down] = [self::REBATE * $lx / max(0.2, $lz), self::REBATE * $ly / max(0.2, $lz)];
        $drawn = '';
        foreach ([[$across, true], [$down, false]] as $i => [$reach, $isAcross]) {
            $length = max(3.0, abs($reach) * 1.6);
            $strength = self::SHADOW * min(1.0, 0.35 + abs($reach) / self::REBATE);
            $starts = $reach < 0;
            [$x1, $y1, $x2, $y2] = $isAcross
                ? ($starts ? [$x, 0, $x + $length, 0] : [$x + $width, 0, $x + $width - $length, 0])
                : ($starts ? [0, $y, 0, $y + $length] : [0, $y + $height, 0, $y + $height - $length]);
            $drawn .= \sprintf(
                '<linearGradient id="s%d" gradientUnits="userSpaceOnUse" x1="%s" y1="%s" x2="%s" y2="%s">'
                .'<stop offset="0" stop-opacity="%s"/>'
                .'<stop offset=".45" stop-opacity="%s"/><stop offset="1" stop-opacity="0"/></linearGradient>'
                .'<rect x="%s" y="%s" width="%s" height="%s" fill="url(#s%d)"/>',
                $i,
                ...array_map(self::number(...), [$x1, $y1, $x2, $y2, $strength, $strength * 0.45, $x, $y, $width, $height]),
                ...[$i],
            );
        }

        return $drawn;
    }

    /** Light that a pane throws back, strongest on the side it comes from. */
    private function sheen(float $width, float $height, Moulding $moulding): string
    {
        $w = $moulding->width()->inMillimetres();
        $isLeft = $this->light[0] <= 0;

        return \sprintf(
            '<linearGradient id="v" x1="%d" y1="0" x2="%s" y2="1"><stop offset="0" stop-color="#fff" stop-opacity="%s"/>'
            .'<stop offset=".38" stop-color="#fff" stop-opacity="%s"/><stop offset=".4" stop-color="#fff" stop-opacity="0"/>'
            .'</linearGradient>'
            .'<rect x="%s" y="%s" width="%s" height="%s" fill="url(#v)"/>',
            $isLeft ? 0 : 1,
            $isLeft ? '.9' : '.1',
            ...array_map(self::number(...), [self::SHEEN, self::SHEEN * 0.25, $w, $w, $width - 2 * $w, $height - 2 * $w]),
        );
    }

    /** Wood: noise drawn out along a side, darker where it is strong. */
    private static function grain(string $name, string $colour, float $across, float $down): string
    {
        [$red, $green, $blue] = array_map(static fn (string $pair): float => hexdec($pair) / 255, str_split($colour, 2));

        return \sprintf(
            '<filter id="%s" x="0" y="0" width="1" height="1" color-interpolation-filters="sRGB"><feTurbulence type="fractalNoise" '
            .'baseFrequency="%s %s" numOctaves="4" seed="7"/><feColorMatrix values="0 0 0 0 %s 0 0 0 0 %s 0 0 0 0 %s 0 2.6 0 0 -0.95"/>'
            .'<feComposite operator="in" in2="SourceGraphic"/></filter>',
            $name,
            ...array_map(self::number(...), [$across, $down, $red, $green, $blue]),
        );
    }

    private static function shaded(string $colour, float $times): string
    {
        $shade = static fn (string $pair): string => \sprintf('%02x', (int) round(min(255.0, hexdec($pair) * $times ** 0.75)));

        return implode('', array_map($shade, str_split($colour, 2)));
    }

    private static function number(float|int $value): string
    {
        return rtrim(rtrim(number_format($value, 4, '.', ''), '0'), '.');
    }
}
