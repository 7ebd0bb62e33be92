<?php

declare(strict_types=1);

namespace Snugfit\Core\Delivery;

use Snugfit\Core\Fit\Output;
use Snugfit\Core\Product\Product;

/**
 * Names print files by a template with words in braces: {artwork}, {product}, {orientation}, {width}, {height} (pixels)
 * and {ppi}. Anything else is taken as it stands.
 */
final readonly class NameTemplate
{
    public const USUAL = '{artwork}-{product}-{width}x{height}-{ppi}ppi';

    private const WORDS = ['artwork', 'product', 'orientation', 'width', 'height', 'ppi'];

    public function __construct(public string $template = self::USUAL)
    {
        preg_match_all('/\{([^{}]*)\}/', $template, $found);
        foreach ($found[1] as $word) {
            if (!\in_array($word, self::WORDS, true)) {
                throw UnknownWord::inTemplate($word, self::WORDS);
            }
        }
    }

    /** The file's name without folder and extension. */
    public function name(string $artworkName, Product $product, Output $output): string
    {
        $artwork = pathinfo(basename(str_replace('\\', '/', $artworkName)), \PATHINFO_FILENAME);

        return SafeName::of(strtr($this->template, [
            '{artwork}' => mb_strcut(SafeName::of($artwork), 0, 100, 'UTF-8'),
            '{product}' => $product->code,
            '{orientation}' => $product->orientation()->value,
            '{width}' => (string) $output->size->width,
            '{height}' => (string) $output->size->height,
            '{ppi}' => (string) round($output->ppi->value),
        ]));
    }
}
