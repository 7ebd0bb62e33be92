<?php

declare(strict_types=1);

namespace Snugfit\Core\Delivery;

use Snugfit\Core\Fit\PrintDimensions;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Product\Product;

/**
 * Names print files by a template with words in braces, WORDS; anything else is taken as it stands. A slash begins a
 * folder. Where a template names no folder, files lie in the folders that their masters lay in.
 */
final readonly class NameTemplate
{
    public const USUAL = '{artwork}-{product}-{width}x{height}-{ppi}ppi';

    /** Each word and what it stands for. */
    public const WORDS = [
        'artwork' => 'the master\'s name without its ending',
        'product' => 'the product\'s code',
        'size' => 'the trim size, like 8x12in',
        'orientation' => 'portrait, landscape or square',
        'width' => 'pixels across',
        'height' => 'pixels down',
        'ppi' => 'pixels per inch, whole',
        'group' => 'the product\'s group',
        'folder' => 'the master\'s folder',
        'date' => 'the day of the run, like 2026-03-09',
        'counter' => 'the file\'s place in the run, like 007',
        'piece' => 'which piece, where a picture goes over several; it is added where left out',
    ];

    private const LONGEST = 400;

    public string $template;

    public function __construct(string $template = self::USUAL)
    {
        $this->template = trim($template);
        preg_match_all('/\{([^{}]*)\}/', $template, $found);
        foreach ($found[1] as $word) {
            if (!isset(self::WORDS[$word])) {
                throw InvalidNameTemplate::inTemplate($word, array_keys(self::WORDS));
            }
        }
        if ('' === trim(str_replace('{piece}', '', $template), " /\t") || mb_strlen($template) > self::LONGEST) {
            throw InvalidNameTemplate::nameless(self::LONGEST);
        }
    }

    /**
     * The file's folder and its name without extension, both safe on every common file system.
     *
     * @param string $master path below what was given, with its folders
     *
     * @return array{string, string}
     */
    public function path(string $master, Product $product, PrintDimensions $output, NameContext $context): array
    {
        $master = str_replace('\\', '/', $master);
        $folder = SafeName::folder('.' === \dirname($master) ? '' : \dirname($master));
        $words = [
            '{artwork}' => mb_strcut(SafeName::of(pathinfo(basename($master), \PATHINFO_FILENAME)), 0, 100, 'UTF-8'),
            '{product}' => $product->code,
            '{size}' => self::size($product->trim),
            '{orientation}' => $product->orientation()->value,
            '{width}' => (string) $output->size->width,
            '{height}' => (string) $output->size->height,
            '{ppi}' => (string) round($output->ppi->value),
            '{group}' => '' === $product->group ? 'other' : SafeName::of($product->group),
            '{folder}' => $folder,
            '{date}' => $context->date->format('Y-m-d'),
            '{counter}' => str_pad((string) $context->counter, 3, '0', \STR_PAD_LEFT),
            '{piece}' => (string) $context->piece,
        ];
        $path = strtr($this->forPiece($context->piece), $words);
        $parts = explode('/', str_replace('\\', '/', $path));
        $name = SafeName::of((string) array_pop($parts));
        $ownFolder = SafeName::folder(implode('/', $parts));

        return [str_contains($this->template, '/') || str_contains($this->template, '{folder}') ? $ownFolder : $folder, $name];
    }

    /** Pieces of one picture have names of their own; what is none loses the word and a mark beside it. */
    private function forPiece(int $piece): string
    {
        if (0 === $piece) {
            return (string) preg_replace('/[-_. ]\{piece\}|\{piece\}[-_. ]?/', '', $this->template);
        }

        return str_contains($this->template, '{piece}') ? $this->template : $this->template.'-{piece}';
    }

    /** In inches where two places suffice, else in millimetres. */
    private static function size(PrintSize $trim): string
    {
        $isInches = array_filter(
            [$trim->width, $trim->height],
            static fn (Length $side): bool => abs(round($side->inInches(), 2) - $side->inInches()) > 1e-6,
        );
        $unit = [] === $isInches ? Unit::Inch : Unit::Millimetre;
        $side = static fn (Length $length): string => (string) round($length->in($unit), Unit::Inch === $unit ? 2 : 1);

        return $side($trim->width).'x'.$side($trim->height).$unit->value;
    }
}
