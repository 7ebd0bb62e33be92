<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Finish\Finish;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\PrintLayout;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Upscale\Effort;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleRegion;
use Snugfit\Core\Upscale\UpscaleSettings;

/**
 * How a print file is made from its master, whole and immutable: the same master and recipe always give the same
 * pixels. The canonical form is JSON without spaces, keys in alphabetical order; its SHA-256 names the result.
 */
final readonly class Recipe
{
    /** Goes up whenever the same recipe would give other pixels than before. */
    private const EDITION = 3;

    /**
     * Of recipes that resample or rebuild: since this one what lies between two sizes stays where it is, before it was up to half a
     * pixel off, and flat graphics are drawn by a network.
     */
    private const EXACT = 4;

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
        return $this->piece?->size() ?? $this->whole();
    }

    /** The pixels of the print that it is a piece of; its own, where it is none. */
    public function whole(): PixelSize
    {
        return $this->mount->canvas ?? $this->enlarge->to;
    }

    /** What of the picture the file shows, in pixels of the picture as it is printed. */
    public function shown(): PixelWindow
    {
        [$part, $on] = [$this->part(), $this->shownPart()];

        return $on->movedBy(($this->piece->x ?? 0) - $part->x, ($this->piece->y ?? 0) - $part->y);
    }

    /**
     * Where on the file the picture lies.
     *
     * @throws ImpossibleRecipe of a piece that shows nothing of it
     */
    public function shownPart(): PixelWindow
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

        return new self($this->frame, $this->enlarge, $write, $this->mount, $this->finish, $this->repair, $piece);
    }

    /** The picture alone, without what is round it on the print. */
    public function unmounted(): self
    {
        return new self($this->frame, $this->enlarge, $this->write, null, $this->finish, $this->repair);
    }

    /** By one way all over, or by another in an area. */
    public function enlargedBy(UpscaleSettings $upscale, ?UpscaleRegion $area = null): self
    {
        $enlarge = new Enlarge($upscale, $this->enlarge->to, $area);

        return new self($this->frame, $enlarge, $this->write, $this->mount, $this->finish, $this->repair, $this->piece);
    }

    /** As it was while a canvas had marks like any sheet; null where it makes no difference. */
    public function withoutFolds(): ?self
    {
        return null === $this->write->page?->wrap
            ? null
            : new self(
                $this->frame,
                $this->enlarge,
                $this->write->onPage($this->write->page->unfolded()),
                $this->mount,
                $this->finish,
                $this->repair,
                $this->piece,
            );
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
        );
    }

    public function finishedBy(Finish $finish): self
    {
        return new self($this->frame, $this->enlarge, $this->write, $this->mount, $finish, $this->repair, $this->piece);
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
        return $this->json($this->isResampled() || $this->isRebuilt() ? self::EXACT : self::EDITION);
    }

    /** The hash that it had while the same recipe gave other pixels; null where it always gave these. */
    public function hashBefore(): ?string
    {
        $before = $this->json(self::EDITION);

        return $before === $this->canonicalJson() ? null : hash('sha256', $before);
    }

    private function isRebuilt(): bool
    {
        return UpscaleMethod::Rebuilt === $this->enlarge->settings->method
            && $this->enlarge->passesFrom($this->frame->crop->size())->passes > 0;
    }

    /** Whether anything is brought to another size than by whole blocks or by networks alone. */
    private function isResampled(): bool
    {
        [$crop, $to] = [$this->frame->crop->size(), $this->enlarge->to];
        $passes = $this->enlarge->passesFrom($crop);
        $isBlocks = UpscaleMethod::Nearest === $this->enlarge->settings->method
            && 0 === $to->width % $crop->width && 0 === $to->height % $crop->height
            && $to->width * $crop->height === $to->height * $crop->width;
        $isSize = $isBlocks || $crop->times($passes->passes > 0 ? $passes->factor() : 1)->equals($to);

        return !$isSize || null !== $this->enlarge->region || null !== $this->finish->sharpening?->mask
            || EdgeFill::Blurred === $this->mount?->layout->edgeFill;
    }

    private function json(int $edition): string
    {
        $transform = $this->frame->transform;

        // What is left as it usually is stays out, so that recipes from before it could be chosen keep their names.
        return json_encode(
            [
                'edition' => $edition,
                'enlarge' => $this->enlargeToArray($edition),
                ...$this->finish->isNone() ? [] : ['finish' => $this->finish->toArray()],
                'frame' => [
                    'crop' => $this->frame->crop->toRecipe(),
                    'picture' => ['height' => $this->frame->picture->height, 'width' => $this->frame->picture->width],
                    ...$transform->isUpright()
                        ? []
                        : [
                            'pose' => [
                                'flip' => $transform->flip,
                                'tilt' => number_format($transform->tilt, 3, '.', ''),
                                'turn' => $transform->turn->value,
                            ],
                        ],
                ],
                ...null === $this->mount ? [] : ['mount' => $this->mount->toArray()],
                ...null === $this->piece ? [] : ['piece' => $this->piece->toRecipe()],
                ...$this->repair->isSilent() ? [] : ['repair' => $this->repair->toRecipe()],
                'write' => $this->write->toArray(),
            ],
            \JSON_THROW_ON_ERROR,
        );
    }

    /** @return array<string, mixed> keys in alphabetical order */
    private function enlargeToArray(int $edition): array
    {
        [$upscale, $to] = [$this->enlarge->settings, $this->enlarge->to];
        // What is rebuilt was not always by a network.
        $isByNetwork = static fn (?UpscaleMethod $method): bool => null !== $method
            && $method->isLearned() && (UpscaleMethod::Rebuilt !== $method || self::EXACT === $edition);

        return [
            ...null === $this->enlarge->region ? [] : ['area' => $this->enlarge->region->toArray()],
            ...Effort::Usual === $upscale->effort ? [] : ['effort' => $upscale->effort->value],
            'height' => $to->height,
            ...$isByNetwork($upscale->method) || $isByNetwork($this->enlarge->region?->settings->method)
                ? ['networks' => UpscaleMethod::NETWORKS]
                : [],
            ...100 === $upscale->strength ? [] : ['strength' => $upscale->strength],
            'way' => $upscale->method->value,
            'width' => $to->width,
        ];
    }

    private static function enlarge(JsonReader $enlarge): Enlarge
    {
        return new Enlarge(
            new UpscaleSettings(
                UpscaleMethod::from($enlarge->string('way')),
                $enlarge->has('strength') ? $enlarge->int('strength') : 100,
                $enlarge->has('effort') ? Effort::from($enlarge->string('effort')) : Effort::Usual,
            ),
            new PixelSize($enlarge->int('width'), $enlarge->int('height')),
            $enlarge->has('area') ? UpscaleRegion::fromRecord($enlarge->record('area')) : null,
        );
    }

    public function hash(): string
    {
        return hash('sha256', $this->canonicalJson());
    }

    public static function fromJson(string $json): self
    {
        $record = JsonReader::decode($json, 'a recipe');
        [$frame, $enlarge, $write] = [$record->record('frame'), $record->record('enlarge'), $record->record('write')];
        [$crop, $picture] = [$frame->record('crop'), $frame->record('picture')];

        return new self(
            new Frame(
                new PixelSize($picture->int('width'), $picture->int('height')),
                PixelWindow::fromRecord($crop),
                $frame->has('pose') ? self::pose($frame->record('pose')) : ImageTransform::upright(),
            ),
            self::enlarge($enlarge),
            Write::fromRecord($write),
            $record->has('mount') ? self::mount($record->record('mount')) : null,
            $record->has('finish') ? Finish::fromRecord($record->record('finish')) : new Finish(),
            $record->has('repair') ? EditList::fromRecipe($record->record('repair')) : new EditList(),
            $record->has('piece') ? PixelWindow::fromRecord($record->record('piece')) : null,
        );
    }

    private static function pose(JsonReader $transform): ImageTransform
    {
        return new ImageTransform(QuarterTurn::from($transform->int('turn')), $transform->bool('flip'), (float) $transform->string('tilt'));
    }

    private static function mount(JsonReader $mount): Mount
    {
        $canvas = $mount->record('canvas');

        return new Mount(
            new PixelSize($canvas->int('width'), $canvas->int('height')),
            new PrintLayout(
                PixelWindow::fromRecord($mount->record('part')),
                EdgeFill::from($mount->string('edge')),
                $mount->string('colour'),
            ),
        );
    }
}
