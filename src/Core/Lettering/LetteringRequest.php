<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

use Snugfit\Core\Artwork\PictureTitle;
use Snugfit\Core\Product\Product;

/** Lettering, and what its words in braces stand for on one picture. */
final readonly class LetteringRequest
{
    /** @param array<string, string> $own what words in braces stand for, by their names */
    public function __construct(public Lettering $lettering = new Lettering(), public array $own = [])
    {
    }

    /**
     * For a picture, which lends its title.
     *
     * @param string                $master its path below what was given
     * @param array<string, string> $words  that a person gave for it
     */
    public static function ofPicture(Lettering $lettering, string $master, array $words): self
    {
        return new self($lettering, ['artwork' => PictureTitle::of($master)] + $words);
    }

    /** Other lines with the same picture's words. */
    public function of(Lettering $lettering): self
    {
        return new self($lettering, $this->own);
    }

    /** @return list<Words> line by line */
    public function words(Product $product): array
    {
        return array_map(
            fn (TextLine $line): Words => new Words($this->filled($line->text, $product)[0], $line->style->face, $line->style->spacing),
            $this->lettering->lines,
        );
    }

    /**
     * A line's words as they are printed on a product.
     *
     * @return array{string, list<string>} and the names that nothing stands for
     */
    public function filled(string $text, Product $product): array
    {
        $known = ['product' => $product->name] + array_change_key_case($this->own);
        $unknown = [];
        $filled = preg_replace_callback('/\{([^{}]+)\}/u', static function (array $found) use ($known, &$unknown): string {
            $name = mb_strtolower(trim($found[1]));
            if (!isset($known[$name]) || '' === $known[$name]) {
                $unknown[] = $name;
            }

            return $known[$name] ?? '';
        }, $text);

        return [trim((string) $filled), $unknown];
    }
}
