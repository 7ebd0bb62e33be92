<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Output\OutputColour;

/** A thing to print on. */
final readonly class Product
{
    /** The least that is accepted in the hand (common practice). */
    public const FLOOR_IN_HAND = 240.0;

    /** An enlargement beyond this is never made (common practice). */
    public const EXTREME_LIMIT = 16.0;

    private PrintSize $area;

    /** @param non-empty-list<FileFormat> $formats allowed for print files, the preferred one first */
    public function __construct(
        public string $code,
        public string $name,
        public PrintSize $trim,
        public Bleed $bleed,
        public Ppi $target,
        public Ppi $floor,
        public OrientationRule $rule = OrientationRule::Either,
        public array $formats = [FileFormat::Jpeg],
        public ?Length $viewingDistance = null,
        public ?Length $safeMargin = null,
        public ?Length $wrap = null,
        public bool $wantsTransparency = false,
        public ?int $maxBytes = null,
        public ?float $limit = null,
        public string $group = '',
        /** Null for a product of fixed width and height; else $trim is the size that a square picture gets. */
        public ?FreeSize $freeSize = null,
        /** In which colours its print files are delivered. */
        public OutputColour $colour = new OutputColour(),
        public ProductFit $fit = new ProductFit(),
        /** @var list<Fabric> the colours it comes in; empty where it is white or does not show */
        public array $fabrics = [],
        /** Null where it is one piece. */
        public ?Pieces $pieces = null,
    ) {
        $this->area = $bleed->around($trim);
        if (null !== $freeSize && !$this->area->equals($trim)) {
            throw ImpossibleProduct::freeWithBleed($code);
        }
        if (null !== $pieces && (null !== $freeSize || $rule !== Pieces::wayUp($trim))) {
            throw ImpossibleProduct::piecesWayUp();
        }
        if (null !== $pieces) {
            try {
                PanelPlan::cutting($trim, $pieces);
            } catch (ImpossiblePanels $e) {
                throw ImpossibleProduct::pieces($e->getMessage());
            }
        }
        if ($target->value < $floor->value) {
            throw ImpossibleProduct::floorOverTarget($code);
        }
        if (null !== $limit && ($limit < 1 || $limit > self::EXTREME_LIMIT)) {
            throw ImpossibleProduct::limit($limit);
        }
    }

    /**
     * The floor where nobody set one: 240 ppi in the hand; seen from further away, what the eye resolves there.
     * Never over the target.
     */
    public static function usualFloor(Ppi $target, ?Length $viewingDistance): Ppi
    {
        $floor = Ppi::of(self::FLOOR_IN_HAND);
        if (null !== $viewingDistance && !$viewingDistance->isZero()) {
            $floor = $floor->lesser(Ppi::resolvedAt($viewingDistance));
        }

        return $floor->lesser($target);
    }

    /** Trim and bleed together, as the trim is given. */
    public function printArea(): PrintSize
    {
        return $this->area;
    }

    /** A product that leaves every picture its own proportions. */
    public static function free(string $code, string $name, FreeSize $size, Ppi $target, Ppi $floor): self
    {
        return new self(
            $code,
            $name,
            self::paperFor($size, new PixelSize(1000, 1000), $target),
            Bleed::none(),
            $target,
            $floor,
            freeSize: $size,
        );
    }

    /** Whether part of the print goes round a frame. */
    public function isWrapped(): bool
    {
        return null !== $this->wrap && !$this->wrap->isZero();
    }

    public function keepsProportions(): bool
    {
        return null !== $this->freeSize;
    }

    /** Its size for a picture: of a free size, what the picture's proportions make of it. */
    public function sizedFor(PixelSize $picture): self
    {
        return null === $this->freeSize ? $this : $this->withTrim(self::paperFor($this->freeSize, $picture, $this->target), $this->bleed);
    }

    /** The same product a quarter turn round. */
    public function turned(): self
    {
        return $this->withTrim($this->trim->turned(), $this->bleed->turned());
    }

    /** One of its pieces as a product of its own. */
    public function piece(PrintSize $size): self
    {
        return new self(
            $this->code, $this->name, $size, $this->bleed, $this->target, $this->floor, formats: $this->formats, group: $this->group,
            colour: $this->colour,
        );
    }

    public function orientation(): Orientation
    {
        return Orientation::of($this->trim);
    }

    private static function paperFor(FreeSize $size, PixelSize $picture, Ppi $target): PrintSize
    {
        $pixels = $size->pixelsFor($picture, $target);

        return new PrintSize(
            Length::of($pixels->width / $target->value, Unit::Inch),
            Length::of($pixels->height / $target->value, Unit::Inch),
        );
    }

    private function withTrim(PrintSize $trim, Bleed $bleed): self
    {
        return new self(
            $this->code,
            $this->name,
            $trim,
            $bleed,
            $this->target,
            $this->floor,
            $this->rule,
            $this->formats,
            $this->viewingDistance,
            $this->safeMargin,
            $this->wrap,
            $this->wantsTransparency,
            $this->maxBytes,
            $this->limit,
            $this->group,
            $this->freeSize,
            $this->colour,
            $this->fit,
            $this->fabrics,
            $this->pieces,
        );
    }
}
