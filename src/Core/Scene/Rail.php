<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\Delivery\InvalidNameTemplate;
use Snugfit\Core\Delivery\NameContext;
use Snugfit\Core\Delivery\NameRegistry;
use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Core\Fit\PrintDimensions;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Recipe\Recipe;

/** The previews that are wanted of a batch: which scenes for which products, how large, and how they are named. */
final readonly class Rail
{
    /** Below a delivery's folder. */
    public const FOLDER = 'previews';

    public const TEMPLATE = '{artwork}-{product}-{scene}';

    /** What stands for the scene's code in a template, beside the words that print files are named by. */
    private const WORD = '{scene}';

    /** @param list<HungScene> $hung in the order that they were hung */
    public function __construct(
        public array $hung = [],
        public PreviewSize $size = new PreviewSize(),
        public PreviewFormat $format = PreviewFormat::Jpeg,
        public string $template = self::TEMPLATE,
    ) {
        $this->naming('scene');
    }

    public function isUsual(): bool
    {
        return [] === $this->hung && PreviewSize::USUAL === $this->size->width && PreviewFormat::Jpeg === $this->format
            && self::TEMPLATE === $this->template;
    }

    public function find(string $scene, string $product): ?HungScene
    {
        foreach ($this->hung as $one) {
            if ($one->isFor($scene, $product)) {
                return $one;
            }
        }

        return null;
    }

    /** @return list<HungScene> */
    public function of(string $product): array
    {
        return array_values(array_filter($this->hung, static fn (HungScene $one): bool => $product === $one->product));
    }

    /** @return list<string> the products that a scene is hung for */
    public function products(string $scene): array
    {
        return array_values(array_map(
            static fn (HungScene $one): string => $one->product,
            array_filter($this->hung, static fn (HungScene $one): bool => $scene === $one->scene),
        ));
    }

    /** What was hung already keeps its place, with its new look. */
    public function hang(HungScene ...$more): self
    {
        $rail = $this;
        foreach ($more as $one) {
            $hung = null === $rail->find($one->scene, $one->product)
                ? [...$rail->hung, $one]
                : array_map(static fn (HungScene $old): HungScene => $old->isFor($one->scene, $one->product) ? $one : $old, $rail->hung);
            $rail = new self($hung, $this->size, $this->format, $this->template);
        }

        return $rail;
    }

    /** @param ?string $product null for all */
    public function takeDown(string $scene, ?string $product = null): self
    {
        $stays = array_filter(
            $this->hung,
            static fn (HungScene $one): bool => $scene !== $one->scene || (null !== $product && $product !== $one->product),
        );

        return new self(array_values($stays), $this->size, $this->format, $this->template);
    }

    /** @throws InvalidNameTemplate */
    public function written(PreviewSize $size, PreviewFormat $format, string $template): self
    {
        return new self($this->hung, $size, $format, trim($template));
    }

    /**
     * How previews of a scene are named.
     *
     * @throws InvalidNameTemplate
     */
    public function naming(string $scene): NameTemplate
    {
        return new NameTemplate(str_replace(self::WORD, $scene, $this->template));
    }

    /**
     * Where the preview of a print lies, below the delivery's folder.
     *
     * @param string  $master  path below what was given
     * @param Product $product turned the way up that it is printed
     */
    public function path(NameRegistry $names, string $scene, string $master, Product $product, Recipe $recipe, NameContext $context): string
    {
        $output = new PrintDimensions($recipe->size(), $recipe->write->ppi);
        [$folder, $name] = $this->naming($scene)->path($master, $product, $output, $context);

        return $names->claim(self::FOLDER.('' === $folder ? '' : '/'.$folder), $name, $this->format->value);
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        return [
            'format' => $this->format->value,
            'hung' => array_map(static fn (HungScene $one): array => $one->toArray(), $this->hung),
            'name' => $this->template,
            'width' => $this->size->width,
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $hung = array_map(HungScene::fromRecord(...), $record->records('hung'));
        $template = $record->optionalString('name') ?? self::TEMPLATE;
        try {
            return new self($hung, new PreviewSize($record->int('width')), PreviewFormat::from($record->string('format')), $template);
        } catch (InvalidNameTemplate) {
            // From an edition that knew other words.
            return new self($hung);
        }
    }
}
