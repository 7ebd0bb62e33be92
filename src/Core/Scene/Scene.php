<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PrintSize;

/**
 * A place that prints are shown in. It knows how many millimetres a pixel of each surface is; its pictures (how it looks, how light falls
 * in it, what stands in front) lie in a folder of their own.
 */
final readonly class Scene
{
    /** @param non-empty-list<Surface> $surfaces */
    public function __construct(
        public string $code,
        public string $name,
        public SceneKind $kind,
        public PixelSize $size,
        public array $surfaces,
        /** @var array{float, float, float} towards the light, in a surface's space */
        public array $light,
        /** What of its light the brightest pixel of its picture of light is. */
        public float $mostLight = 1.0,
        /** The colour of wall or cloth, which can be changed; null where it cannot. */
        public ?string $colour = null,
        /** Something whose size is known, in words. */
        public ?string $about = null,
        /** What it was made for: a word of ProductShape's. */
        public ?string $madeFor = null,
        /** Where it comes among others. */
        public int $place = 0,
    ) {
    }

    public static function fromRecord(string $code, JsonReader $record): self
    {
        $size = $record->floats('size');
        $light = $record->floats('light');
        $surfaces = array_map(self::surface(...), $record->records('surfaces'));

        return new self(
            $code,
            $record->string('name'),
            SceneKind::from($record->string('kind')),
            new PixelSize((int) ($size[0] ?? 0), (int) ($size[1] ?? 0)),
            [] === $surfaces ? throw ImpossibleScene::because('It has no place for a print.') : $surfaces,
            [$light[0] ?? 0.0, $light[1] ?? 0.0, $light[2] ?? 1.0],
            $record->optionalFloat('most') ?? 1.0,
            $record->optionalString('colour'),
            $record->optionalString('about'),
            $record->optionalString('product'),
            $record->optionalInt('place') ?? 0,
        );
    }

    /** @param non-empty-list<Surface> $surfaces */
    public function carrying(array $surfaces): self
    {
        return new self(
            $this->code,
            $this->name,
            $this->kind,
            $this->size,
            $surfaces,
            $this->light,
            $this->mostLight,
            $this->colour,
            $this->about,
            $this->madeFor,
            $this->place,
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'name' => $this->name,
            'kind' => $this->kind->value,
            'size' => [$this->size->width, $this->size->height],
            'surfaces' => array_map(static fn (Surface $surface): array => $surface->toArray(), $this->surfaces),
            'light' => $this->light,
            'most' => $this->mostLight,
            'colour' => $this->colour,
            'about' => $this->about,
            'product' => $this->madeFor,
            'place' => $this->place,
        ];
    }

    /** Millimetres that a pixel of the first surface is, at its middle, in a preview so many pixels wide. */
    public function millimetresPerPixel(int $width): float
    {
        $surface = $this->surfaces[0];

        return $surface instanceof ClothSurface
            ? 1 / $surface->scale($width)
            : self::closest($surface, $width / $this->size->width);
    }

    private static function closest(Surface $surface, float $times): float
    {
        return match (true) {
            $surface instanceof FlatSurface => 1 / $surface->projection->scaled($times)->pixelsPerMillimetre(),
            $surface instanceof RoundSurface => self::roundScale($surface, $times),
            default => 1.0,
        };
    }

    private static function roundScale(RoundSurface $surface, float $times): float
    {
        // Up and down the side that looks to the viewer.
        $radius = $surface->radius->inMillimetres();
        $projection = $surface->projection->scaled($times);
        [$x0, $y0] = $projection->point(0.0, -0.5, $radius);
        [$x1, $y1] = $projection->point(0.0, 0.5, $radius);

        return 1 / hypot($x1 - $x0, $y1 - $y0);
    }

    private static function surface(JsonReader $record): Surface
    {
        $sides = $record->floats('area');
        $area = PrintSize::millimetres($sides[0] ?? 0.0, $sides[1] ?? 0.0);

        return match ($record->string('type')) {
            FlatSurface::TYPE => new FlatSurface(new Projection($record->floats('matrix')), $area),
            RoundSurface::TYPE => new RoundSurface(
                new Projection($record->floats('matrix')),
                $area,
                Length::millimetres($record->float('radius')),
                $record->float('facing'),
            ),
            ClothSurface::TYPE => new ClothSurface(
                $area,
                self::pair($record->floats('from')),
                self::pair($record->floats('to')),
                'top' === $record->optionalString('hold'),
                $record->has('covered') && $record->bool('covered'),
                $record->float('span'),
            ),
            default => throw ImpossibleScene::because('It has a surface of a kind that is not known.'),
        };
    }

    /**
     * @param list<float> $numbers
     *
     * @return array{float, float}
     */
    private static function pair(array $numbers): array
    {
        return [$numbers[0] ?? 0.0, $numbers[1] ?? 0.0];
    }
}
