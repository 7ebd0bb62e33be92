<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\Panel;
use Snugfit\Core\Product\PanelPlan;
use Snugfit\Core\Product\Product;

/** A print as a thing: its face, what of its pixels is cut off or goes round an edge, and how deep it is. */
final readonly class PrintBody
{
    public function __construct(
        /** What is seen from the front: the trim. */
        public PrintSize $face,
        /** What its pixels have beyond that. */
        public Bleed $beyond,
        /** Of a frame that it is drawn over; null for paper. */
        public ?Length $depth = null,
        /** What it is printed on comes in colours of its own. */
        public bool $isOnFabric = false,
        /** @var list<Panel> that it hangs in, each with as much beyond its own face; empty where it is one */
        public array $pieces = [],
    ) {
    }

    /** @param list<Panel> $pieces */
    public function over(array $pieces): self
    {
        return new self($this->face, $this->beyond, $this->depth, $this->isOnFabric, $pieces);
    }

    /** All that it covers of a wall, with the gaps between its pieces. */
    public function onWall(): PrintSize
    {
        if ([] === $this->pieces) {
            return $this->face;
        }
        $ends = array_map(static fn (Panel $one): array => [
            $one->left->plus($one->size->width)->inMillimetres(), $one->top->plus($one->size->height)->inMillimetres(),
        ], $this->pieces);

        return PrintSize::millimetres(max(array_column($ends, 0)), max(array_column($ends, 1)));
    }

    /** One of its pieces as a thing of its own. */
    public function piece(Panel $panel): self
    {
        return new self($panel->size, $this->beyond, $this->depth, $this->isOnFabric);
    }

    /**
     * Where a piece lies among the print's pixels, with what is beyond its face, in shares of them.
     *
     * @return array{float, float, float, float} left, top, width, height
     */
    public function pieceIn(Panel $panel): array
    {
        return $this->shares($panel->pictureLeft, $panel->pictureTop, $this->beyond->around($panel->size));
    }

    /** @param Product $product turned the way up that it is printed */
    public static function of(Product $product): self
    {
        $depth = $product->wrap;

        return new self(
            $product->trim,
            $product->bleed,
            null === $depth || $depth->isZero() ? null : $depth,
            [] !== $product->fabrics,
            PanelPlan::ofProduct($product)->panels ?? [],
        );
    }

    public function isCanvas(): bool
    {
        return null !== $this->depth;
    }

    /**
     * Where the face lies among the print's pixels, in shares of them.
     *
     * @return array{float, float, float, float} left, top, width, height
     */
    public function faceIn(): array
    {
        return $this->shares($this->beyond->left, $this->beyond->top, $this->face);
    }

    /** All that it has pixels of. */
    public function printed(): PrintSize
    {
        return $this->beyond->around($this->face);
    }

    /** @return array{float, float, float, float} left, top, width, height of a part, in shares of what is printed */
    private function shares(Length $left, Length $top, PrintSize $size): array
    {
        $all = $this->printed();
        [$width, $height] = [$all->width->inMillimetres(), $all->height->inMillimetres()];

        return [
            $left->inMillimetres() / $width,
            $top->inMillimetres() / $height,
            $size->width->inMillimetres() / $width,
            $size->height->inMillimetres() / $height,
        ];
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        $millimetres = static fn (Length $length): float => $length->inMillimetres();

        return [
            'beyond' => array_map($millimetres, [$this->beyond->top, $this->beyond->right, $this->beyond->bottom, $this->beyond->left]),
            'depth' => $this->depth?->inMillimetres(),
            'fabric' => $this->isOnFabric,
            'face' => [$this->face->width->inMillimetres(), $this->face->height->inMillimetres()],
            ...[] === $this->pieces ? [] : ['pieces' => array_map(static fn (Panel $one): array => $one->toArray(), $this->pieces)],
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $face = $record->floats('face');
        $depth = $record->optionalFloat('depth');

        return new self(
            PrintSize::millimetres($face[0] ?? 0.0, $face[1] ?? 0.0),
            new Bleed(...array_map(Length::millimetres(...), $record->floats('beyond'))),
            null === $depth ? null : Length::millimetres($depth),
            $record->bool('fabric'),
            $record->has('pieces') ? array_map(Panel::fromRecord(...), $record->records('pieces')) : [],
        );
    }
}
