<?php

declare(strict_types=1);

namespace Snugfit\Web\ProductShelf;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Output\OutputColour;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Output\RenderingIntent;
use Snugfit\Core\Product\Alignment;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\Fabric;
use Snugfit\Core\Product\FitModeRule;
use Snugfit\Core\Product\FreeSize;
use Snugfit\Core\Product\ImpossiblePanels;
use Snugfit\Core\Product\ImpossibleProduct;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Pieces;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductFit;
use Symfony\Component\Validator\Constraints as Assert;
use Symfony\Component\Validator\Context\ExecutionContextInterface;

/** A product while a person writes it. */
final class ProductDraft
{
    #[Assert\NotBlank(message: 'Give it a name.', normalizer: 'trim')]
    public ?string $name = null;

    #[Assert\NotBlank(message: 'Give it a code, like tea-towel.')]
    #[Assert\Regex('/^(?!new$)[a-z0-9][a-z0-9-]{0,39}$/', message: 'Use small letters, digits and hyphens, 40 at most.')]
    public ?string $code = null;

    public ?string $group = null;

    #[Assert\NotNull(message: 'Give it a size, like 20x30in.')]
    public PrintSize|FreeSize|null $trim = null;

    public ?Bleed $bleed = null;

    #[Assert\NotNull(message: 'Say at how many ppi it is printed, like 300.')]
    public ?Ppi $target = null;

    /** Null for what is usual. */
    public ?Ppi $floor = null;
    public ?Length $distance = null;
    public ?Length $safe = null;
    public ?Length $wrap = null;
    public ?float $limit = null;

    /** Bytes. */
    public ?int $maxBytes = null;
    public OrientationRule $orientation = OrientationRule::Either;
    public FileFormat $usual = FileFormat::Jpeg;

    /** @var list<FileFormat> beside the usual one */
    public array $formats = [];
    public bool $transparency = false;
    public Profile $profile = Profile::Srgb;
    public RenderingIntent $intent = RenderingIntent::Relative;
    public bool $blackPoint = true;
    public FitModeRule $fit = FitModeRule::Fill;
    public Alignment $alignment = Alignment::Centre;

    /** @var ?list<Fabric> */
    public ?array $fabrics = null;

    /** Of a layout, or columns and rows, like 3x1; null for one piece. */
    public ?string $pieces = null;
    public ?Length $gap = null;
    public bool $gapHides = true;

    public static function of(Product $product): self
    {
        $draft = new self();
        [$draft->name, $draft->code, $draft->group] = [$product->name, $product->code, $product->group];
        [$draft->trim, $draft->bleed] = [$product->freeSize ?? $product->trim, $product->bleed];
        [$draft->target, $draft->floor, $draft->distance] = [$product->target, $product->floor, $product->viewingDistance];
        [$draft->safe, $draft->wrap, $draft->limit, $draft->maxBytes] = [
            $product->safeMargin,
            $product->wrap,
            $product->limit,
            $product->maxBytes,
        ];
        [$draft->orientation, $draft->usual, $draft->formats] = [$product->rule, $product->formats[0], $product->formats];
        $draft->transparency = $product->wantsTransparency;
        $colour = $product->colour;
        [$draft->profile, $draft->intent, $draft->blackPoint] = [$colour->profile, $colour->intent, $colour->blackPoint];
        $pieces = $product->pieces;
        [$draft->pieces, $draft->gap, $draft->gapHides] = [$pieces?->name, $pieces?->gap, $pieces->swallows ?? true];
        [$draft->fit, $draft->alignment, $draft->fabrics] = [$product->fit->mode, $product->fit->alignment, $product->fabrics];

        return $draft;
    }

    /** What fields that are right each by itself contradict each other in. */
    #[Assert\Callback]
    public function validate(ExecutionContextInterface $context): void
    {
        if (!$this->usual->takes($this->profile)) {
            $context
                ->buildViolation(\sprintf('%s holds no %s.', $this->usual->label(), $this->profile->label()))
                ->atPath('usual')
                ->addViolation();
        }
        if (null === $this->trim || null === $this->target) {
            return;
        }
        try {
            $this->product();
        } catch (ImpossibleProduct $e) {
            $context
                ->buildViolation($e->sentence())
                ->atPath($e->field->value ?? '')
                ->addViolation();
        }
    }

    /** @throws ImpossibleProduct */
    public function product(): Product
    {
        $target = $this->target ?? throw new \LogicException('A draft is validated before it becomes a product.');
        $free = $this->trim instanceof FreeSize ? $this->trim : null;
        $trim = $this->trim instanceof PrintSize ? $this->trim : null;
        $pieces = $this->pieces();
        $others = array_filter($this->formats, fn (FileFormat $format): bool => $format !== $this->usual);

        return new Product(
            code: $this->code ?? '',
            name: mb_strimwidth(trim($this->name ?? ''), 0, 100, '…'),
            trim: $trim ?? Product::free('x', 'x', $free ?? throw new \LogicException('A draft has a size.'), $target, $target)->trim,
            bleed: $this->bleed ?? Bleed::none(),
            target: $target,
            floor: $this->floor ?? Product::usualFloor($target, $this->distance),
            rule: null !== $pieces && null !== $trim ? Pieces::wayUp($trim) : $this->orientation,
            formats: [$this->usual, ...array_values($others)],
            viewingDistance: $this->distance,
            safeMargin: $this->safe,
            wrap: $this->wrap,
            wantsTransparency: $this->transparency,
            maxBytes: $this->maxBytes,
            limit: $this->limit,
            group: trim($this->group ?? ''),
            freeSize: $free,
            colour: new OutputColour($this->profile, $this->intent, $this->blackPoint),
            fit: new ProductFit($this->fit, $this->alignment),
            fabrics: $this->fabrics ?? [],
            pieces: $pieces,
        );
    }

    private function pieces(): ?Pieces
    {
        $name = trim($this->pieces ?? '');
        try {
            return \in_array($name, ['', '1x1'], true) ? null : new Pieces($name, $this->gap ?? Length::zero(), $this->gapHides);
        } catch (ImpossiblePanels $e) {
            throw ImpossibleProduct::pieces($e->getMessage());
        }
    }
}
