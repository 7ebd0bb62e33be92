<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Finish\Finish;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\PrintLayout;
use Snugfit\Core\Lettering\Lettered;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\Panel;
use Snugfit\Core\Product\PanelPlan;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleRegion;
use Snugfit\Core\Upscale\UpscaleSettings;

/**
 * How a print file is made from its master, whole and immutable: the same master and recipe always give the same
 * pixels. The SHA-256 of its canonical form (RecipeJson) names the result.
 */
final readonly class Recipe
{
    /** Goes up whenever the same recipe would give other pixels than before. */
    private const EDITION = 3;

    /**
     * Of recipes that resample or rebuild: since this one what lies between two sizes stays where it is, before it was up to half a
     * pixel off, and flat graphics are drawn by a network.
     */
    public const EXACT = 4;

    public function __construct(
        public Frame $frame,
        public Enlarge $enlarge,
        public Write $write,
        /** Null where the picture covers the print. */
        public ?Mount $mount = null,
        public Finish $finish = new Finish(),
        /** What is done to the master first; the frame counts in pixels of what comes of it. */
        public EditList $repair = new EditList(),
        /** What of the print the file holds, where it is one of several that hang beside each other; null for all. */
        public ?PixelWindow $piece = null,
        /** Words that are laid on the whole print, in its own pixels. */
        public ?Lettered $lettering = null,
        /** What is round a piece and made for it alone; null where it is cut out of the whole print with what is round it there. */
        public ?Mount $rim = null,
    ) {
        if (null !== $piece && !$piece->fitsIn($this->whole())) {
            throw ImpossibleRecipe::cropOutside($piece, $this->whole());
        }
    }

    /** What edits make of a master, whole and at its own size. */
    public static function atOwnSize(PixelSize $size, Write $write, EditList $repair = new EditList()): self
    {
        $enlarge = new Enlarge(new UpscaleSettings(UpscaleMethod::Lanczos), $size);

        return new self(new Frame($size, PixelWindow::whole($size)), $enlarge, $write, repair: $repair);
    }

    /** The print file's pixels. */
    public function size(): PixelSize
    {
        return $this->rim->canvas ?? $this->piece?->size() ?? $this->whole();
    }

    /** The pixels of the print that it is a piece of; its own, where it is none. */
    public function whole(): PixelSize
    {
        return $this->mount->canvas ?? $this->enlarge->to;
    }

    /** What of the picture the file shows, in pixels of the picture as it is printed. */
    public function shown(): PixelWindow
    {
        [$part, $on] = [$this->part(), $this->cutPart()];

        return $on->movedBy(($this->piece->x ?? 0) - $part->x, ($this->piece->y ?? 0) - $part->y);
    }

    /**
     * Where on the file the picture lies.
     *
     * @throws ImpossibleRecipe of a piece that shows nothing of it
     */
    public function shownPart(): PixelWindow
    {
        return $this->rim->layout->part ?? $this->cutPart();
    }

    /** Where on what is cut out of the whole print the picture lies. */
    private function cutPart(): PixelWindow
    {
        [$part, $piece] = [$this->part(), $this->piece];

        return null === $piece
            ? $part
            : $part->common($piece)?->movedBy(-$piece->x, -$piece->y)
                ?? throw ImpossibleRecipe::cropOutside($piece, $part->size());
    }

    /** Where on the whole print the picture lies. */
    private function part(): PixelWindow
    {
        return $this->mount->layout->part ?? PixelWindow::whole($this->enlarge->to);
    }

    /** A file of a piece of it, on a page of its own. */
    public function cutTo(PixelWindow $piece, ?PdfPage $page): self
    {
        $write = null === $page || null === $this->write->page ? $this->write : $this->write->onPage($page);

        return new self(...['write' => $write, 'piece' => $piece] + $this->parts());
    }

    /** The file of one of the pieces that the whole print is cut into. */
    public function cutToPanel(PanelPlan $plan, Panel $panel, Bleed $bleed): self
    {
        $page = $this->write->page;
        [$window, $face] = [$plan->window($panel, $this->write->ppi, $bleed), $plan->face($panel, $this->write->ppi, $bleed)];
        $cut = $this->cutTo(
            $window,
            null === $page ? null : new PdfPage($panel->size, $page->bleed, $page->cutMarks, $page->wrap),
        );
        $layout = $this->mount?->layout;
        $trim = $plan->trim($this->write->ppi, $bleed);
        if (null === $layout || $layout->part->toArray() !== $trim->toArray()) {
            return $cut;
        }
        // Sides that are not the picture going on are made of each piece's own face.
        $rim = new Mount($window->size(), new PrintLayout($face->movedBy(-$window->x, -$window->y), $layout->edgeFill, $layout->colour));

        return new self(...['piece' => $face, 'rim' => $rim] + $cut->parts());
    }

    /** All of the print that it is a piece of. */
    public function uncut(): self
    {
        return new self(...['piece' => null, 'rim' => null] + $this->parts());
    }

    /** The picture alone, without what is round it on the print. */
    public function unmounted(): self
    {
        return new self(...['mount' => null, 'piece' => null, 'lettering' => null, 'rim' => null] + $this->parts());
    }

    /** By one way all over, or by another in an area. */
    public function enlargedBy(UpscaleSettings $upscale, ?UpscaleRegion $area = null): self
    {
        return new self(...['enlarge' => $this->enlarge->by($upscale, $area)] + $this->parts());
    }

    /** @return list<self> by the networks that there were before, the newest first; none where they are the same */
    public function trainedEarlier(): array
    {
        return array_map(
            fn (Enlarge $before): self => new self(...['enlarge' => $before] + $this->parts()),
            $this->enlarge->earlier($this->frame->crop->size()),
        );
    }

    /** @return list<self> with what is repaired as it was before, the newest first; none where it makes no difference */
    public function repairedEarlier(): array
    {
        return array_map(fn (EditList $before): self => new self(...['repair' => $before] + $this->parts()), $this->repair->earlier());
    }

    /** With outlines as they were found before; null where none are. */
    public function tracedBefore(): ?self
    {
        $tracing = $this->repair->tracing();

        return null === $tracing ? null : new self(...['repair' => $this->repair->tracedBy($tracing->before())] + $this->parts());
    }

    /** As it was while a canvas had marks like any sheet; null where it makes no difference. */
    public function withoutFolds(): ?self
    {
        return null === $this->write->page?->wrap
            ? null
            : new self(...['write' => $this->write->onPage($this->write->page->unfolded())] + $this->parts());
    }

    /** As it was while drawings became pixels in every file; null where it makes no difference. */
    public function withoutLines(): ?self
    {
        return $this->write->lines ? new self(...['write' => $this->write->asLines(false)] + $this->parts()) : null;
    }

    /**
     * The same print in few pixels, to look at: what is made for the print's own pixels, and would be another on these, is left out.
     */
    public function inSmall(int $longSide): self
    {
        $times = min(1.0, $longSide / $this->size()->longSide());
        $mount = $this->mount?->inSmall($times);
        $to = $mount?->layout->part->size() ?? $this->enlarge->to->scaled($times);

        return new self(
            $this->frame,
            new Enlarge(new UpscaleSettings(UpscaleMethod::Lanczos), $to),
            $this->write,
            $mount,
            new Finish($this->finish->colourCorrection, toneLimits: $this->finish->toneLimits),
            $this->repair,
            $this->piece?->inFractionsOf($this->whole())->inPixelsOf($mount->canvas ?? $to),
            $this->lettering?->scaled(($mount->canvas ?? $to)->width / $this->whole()->width),
            $this->rim?->inSmall($times),
        );
    }

    public function finishedBy(Finish $finish): self
    {
        return new self(...['finish' => $finish] + $this->parts());
    }

    /** The words in the file's own pixels, where they are no part of its picture but outlines beside it; null where there are none. */
    public function drawnByPage(): ?Lettered
    {
        return FileFormat::Pdf === $this->write->format ? $this->letteredInFile() : null;
    }

    /** Words that are in the file's picture. */
    public function paintedInFile(): ?Lettered
    {
        // A page of lines is looked at as it is drawn, words and all.
        return FileFormat::Pdf === $this->write->format && !$this->write->lines ? null : $this->letteredInFile();
    }

    /** The words in the file's own pixels. */
    public function letteredInFile(): ?Lettered
    {
        $on = $this->rim?->layout->part;

        return $this->lettering?->movedBy(($on->x ?? 0) - ($this->piece->x ?? 0), ($on->y ?? 0) - ($this->piece->y ?? 0))
            // Sides that are made of a piece's face have no words of their own.
            ->within($on);
    }

    /** Without its words. */
    public function unlettered(): self
    {
        return new self(...['lettering' => null] + $this->parts());
    }

    /**
     * @return array{
     *     frame: Frame, enlarge: Enlarge, write: Write, mount: ?Mount, finish: Finish, repair: EditList, piece: ?PixelWindow,
     *     lettering: ?Lettered, rim: ?Mount,
     * }
     */
    private function parts(): array
    {
        return [
            'frame' => $this->frame,
            'enlarge' => $this->enlarge,
            'write' => $this->write,
            'mount' => $this->mount,
            'finish' => $this->finish,
            'repair' => $this->repair,
            'piece' => $this->piece,
            'lettering' => $this->lettering,
            'rim' => $this->rim,
        ];
    }

    /**
     * Names the pixels that are enlarged: what is prepared alike from one master, into one colour space, is enlarged once.
     *
     * @param string $master the hash of the one it is made from: prepared, where something is done to it first
     */
    public function preparedName(string $master): string
    {
        return \sprintf(
            '%s-%d-%s%s',
            $master,
            self::EDITION,
            $this->finish->preparation(),
            $this->write->colour->profile->isWiderThanSrgb() ? '-wide' : '',
        );
    }

    public function canonicalJson(): string
    {
        return RecipeJson::written($this, $this->isResampled() || $this->isRebuilt() ? self::EXACT : self::EDITION);
    }

    /** The hash that it had while the same recipe gave other pixels; null where it always gave these. */
    public function hashBefore(): ?string
    {
        $before = RecipeJson::written($this, self::EDITION);

        return $before === $this->canonicalJson() ? null : hash('sha256', $before);
    }

    private function isRebuilt(): bool
    {
        return UpscaleMethod::Rebuilt === $this->enlarge->settings->method
            && $this->enlarge->planFor($this->frame->crop->size())->doublings > 0;
    }

    /** Whether anything is brought to another size than by whole blocks or by networks alone. */
    private function isResampled(): bool
    {
        [$crop, $to] = [$this->frame->crop->size(), $this->enlarge->to];
        $isBlocks = UpscaleMethod::Nearest === $this->enlarge->settings->method
            && 0 === $to->width % $crop->width && 0 === $to->height % $crop->height
            && $to->width * $crop->height === $to->height * $crop->width;
        $isSize = $isBlocks || $crop->times($this->enlarge->planFor($crop)->factor())->equals($to);

        return !$isSize || null !== $this->enlarge->region || null !== $this->finish->sharpening?->mask
            || EdgeFill::Blurred === $this->mount?->layout->edgeFill;
    }

    public function hash(): string
    {
        return hash('sha256', $this->canonicalJson());
    }

    public static function fromJson(string $json): self
    {
        return RecipeJson::read($json);
    }
}
