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
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\FreeSize;
use Snugfit\Core\Product\ImpossibleProduct;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Product;
use Snugfit\Web\Shared\FigureFormatter;
use Snugfit\Web\Shared\PersonalUnit;

/** A product as a person edits it: text with units in, a product or a sentence for each wrong field out. */
final readonly class ProductForm
{
    public function __construct(private FigureFormatter $figures, private PersonalUnit $person)
    {
    }

    /** @return array<string, mixed> */
    public function blank(): array
    {
        return [
            'code' => '', 'name' => '', 'group' => '', 'trim' => '', 'bleed' => '0 '.$this->person->unit()->value, 'target' => '300', 'floor' => '',
            'distance' => '', 'orientation' => OrientationRule::Either->value, 'usual' => FileFormat::Jpeg->value, 'formats' => [FileFormat::Jpeg->value], 'safe' => '', 'wrap' => '', 'limit' => '', 'max_megabytes' => '', 'transparency' => false, 'profile' => Profile::Srgb->value, 'intent' => RenderingIntent::Relative->value, 'black_point' => true,
        ];
    }

    /** @return array<string, mixed> */
    public function fields(Product $product): array
    {
        // Without loss: what a form shows is what it keeps.
        $length = fn (?Length $length): string => null === $length ? '' : $length->written($this->person->unit());
        $bleed = $product->bleed;

        return [
            'code' => $product->code,
            'name' => $product->name,
            'group' => $product->group,
            'trim' => null !== $product->freeSize ? (string) $product->freeSize : $length($product->trim->width).' × '.$length($product->trim->height),
            'bleed' => $bleed->isEven() ? $length($bleed->top) : implode('; ', array_map($length, [$bleed->top, $bleed->right, $bleed->bottom, $bleed->left])),
            'target' => $this->figures->plain($product->target->value, 2),
            'floor' => $this->figures->plain($product->floor->value, 2),
            'distance' => $length($product->viewingDistance),
            'orientation' => $product->rule->value,
            'usual' => $product->formats[0]->value,
            'formats' => array_map(static fn (FileFormat $format): string => $format->value, $product->formats),
            'safe' => $length($product->safeMargin),
            'wrap' => $length($product->wrap),
            'limit' => null === $product->limit ? '' : $this->figures->plain($product->limit, 2),
            'max_megabytes' => null === $product->maxBytes ? '' : $this->figures->plain($product->maxBytes / 1e6, 3),
            'transparency' => $product->wantsTransparency,
            'profile' => $product->colour->profile->value,
            'intent' => $product->colour->intent->value,
            'black_point' => $product->colour->blackPoint,
        ];
    }

    /**
     * @param array<array-key, mixed> $fields
     * @param ?string                 $code    of the product that is edited; it keeps its code
     * @param \Closure(string): bool  $isTaken
     *
     * @return Product|array<string, string> the sentences by field
     */
    public function read(array $fields, ?string $code, \Closure $isTaken): Product|array
    {
        $form = new FieldReader($fields);
        $length = fn (string $value): Length => Length::parse($value, $this->person->unit());
        $code ??= $form->read('code', static fn (string $value): string => match (true) {
            1 !== preg_match('/^[a-z0-9][a-z0-9-]{0,39}$/', $value) || 'new' === $value => throw ImpossibleProduct::code($value),
            $isTaken($value) => throw new ImpossibleProduct(\sprintf('The code "%s" is taken.', $value)),
            default => $value,
        });
        $name = $form->read('name', static fn (string $value): string => '' === $value ? throw new ImpossibleProduct('Give it a name.') : mb_strimwidth($value, 0, 100, '…'));
        $free = FreeSize::isMeant($form->text('trim')) ? $form->read('trim', FreeSize::parse(...)) : null;
        $target = $form->read('target', Ppi::parse(...));
        $trim = null === $free ? $form->read('trim', fn (string $value): PrintSize => PrintSize::parse($value, $this->person->unit())) : (null === $target ? null : Product::free('x', 'x', $free, $target, $target)->trim);
        $bleed = $form->read('bleed', static fn (string $value): Bleed => self::bleed($value, $length));
        $floor = $form->optional('floor', Ppi::parse(...));
        $distance = $form->optional('distance', $length);
        $safe = $form->optional('safe', $length);
        $wrap = $form->optional('wrap', $length);
        $limit = $form->optional('limit', self::number(...));
        $bytes = $form->optional('max_megabytes', static fn (string $value): int => max(1, (int) round(self::number($value) * 1e6)));
        $usual = FileFormat::tryFrom($form->text('usual')) ?? FileFormat::Jpeg;
        $others = array_filter(array_map(FileFormat::tryFrom(...), $form->texts('formats')), static fn (?FileFormat $format): bool => null !== $format && $format !== $usual);
        $colour = new OutputColour(Profile::tryFrom($form->text('profile')) ?? Profile::Srgb, RenderingIntent::tryFrom($form->text('intent')) ?? RenderingIntent::Relative, '' !== $form->text('black_point'));
        if (!$usual->takes($colour->profile)) {
            $form->refuse('usual', \sprintf('%s holds no %s.', $usual->label(), $colour->profile->label()));
        }
        if ([] !== $form->errors() || null === $code || null === $name || null === $trim || null === $bleed || null === $target) {
            return $form->errors();
        }
        try {
            return new Product(
                code: $code, name: $name, trim: $trim, bleed: $bleed, target: $target, floor: $floor ?? Product::usualFloor($target, $distance),
                rule: OrientationRule::tryFrom($form->text('orientation')) ?? OrientationRule::Either, formats: [$usual, ...array_values($others)], viewingDistance: $distance,
                safeMargin: $safe, wrap: $wrap, wantsTransparency: '' !== $form->text('transparency'), maxBytes: $bytes, limit: $limit, group: $form->text('group'), freeSize: $free, colour: $colour,
            );
        } catch (ImpossibleProduct $e) {
            $field = match (true) {
                str_contains($e->getMessage(), 'floor') => 'floor',
                str_contains($e->getMessage(), 'bleed') => 'bleed',
                default => 'limit',
            };

            return [$field => $e->getMessage()];
        }
    }

    private static function number(string $value): float
    {
        $plain = str_replace(',', '', $value);

        return is_numeric($plain) ? (float) $plain : throw new ImpossibleProduct(\sprintf('"%s" is not a number.', $value));
    }

    /** @param \Closure(string): Length $length */
    private static function bleed(string $value, \Closure $length): Bleed
    {
        $sides = array_map(static fn (string $side): Length => '' === $side ? Length::zero() : $length($side), preg_split('/\s*;\s*/', $value) ?: []);

        return match (\count($sides)) {
            1 => Bleed::all($sides[0]),
            4 => new Bleed($sides[0], $sides[1], $sides[2], $sides[3]),
            default => throw new ImpossibleProduct('Give the bleed as one length, or as four with ; between, for top, right, bottom and left.'),
        };
    }
}
