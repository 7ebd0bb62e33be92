<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Output\OutputColour;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Output\RenderingIntent;

/** A product as a JSON record: the form of the stock list and of the shop's store. */
final readonly class ProductJson
{
    public function read(JsonReader $record): Product
    {
        $code = $record->string('code');
        if (1 !== preg_match('/^[a-z0-9][a-z0-9-]{0,39}$/', $code)) {
            throw ImpossibleProduct::code($code);
        }
        $length = static fn (string $name): ?Length => $record->has($name) ? Length::parse($record->string($name)) : null;
        $target = Ppi::of($record->float('target_ppi'));
        $distance = $length('viewing_distance');
        $floor = $record->optionalFloat('floor_ppi');
        $formats = array_map(FileFormat::from(...), $record->strings('formats'));

        $free = $record->has('free_size') ? FreeSize::parse($record->string('free_size')) : null;

        $trim = null === $free
            ? new PrintSize(Length::parse($record->string('width')), Length::parse($record->string('height')))
            : Product::free($code, '', $free, $target, $target)->trim;
        $pieces = $this->pieces($record);

        return new Product(
            code: $code,
            name: $record->string('name'),
            trim: $trim,
            bleed: null === $free ? $this->bleed($record) : Bleed::none(),
            target: $target,
            floor: null === $floor ? Product::usualFloor($target, $distance) : Ppi::of($floor),
            rule: null === $pieces ? OrientationRule::from($record->string('orientation')) : Pieces::wayUp($trim),
            formats: [] === $formats ? [FileFormat::Jpeg] : $formats,
            viewingDistance: $distance,
            safeMargin: $length('safe_margin'),
            wrap: $length('wrap'),
            wantsTransparency: $record->has('transparency') && $record->bool('transparency'),
            maxBytes: $record->optionalInt('max_bytes'),
            limit: $record->optionalFloat('limit'),
            group: $record->string('group'),
            freeSize: $free,
            colour: new OutputColour(
                $record->has('profile')
                    ? Profile::named($record->string('profile')) ?? throw ImpossibleProduct::profile($record->string('profile'))
                    : Profile::Srgb,
                $record->has('intent')
                    ? RenderingIntent::tryFrom($record->string('intent')) ?? throw ImpossibleProduct::intent($record->string('intent'))
                    : RenderingIntent::Relative,
                !$record->has('black_point') || $record->bool('black_point'),
            ),
            fit: new ProductFit(
                $record->has('fit')
                    ? FitModeRule::tryFrom($record->string('fit')) ?? throw ImpossibleProduct::fit($record->string('fit'))
                    : FitModeRule::Fill,
                $record->has('alignment')
                    ? Alignment::tryFrom($record->string('alignment')) ?? throw ImpossibleProduct::alignment($record->string('alignment'))
                    : Alignment::Centre,
            ),
            fabrics: $record->has('fabrics') ? array_map(Fabric::parse(...), $record->strings('fabrics')) : [],
            pieces: $pieces,
        );
    }

    /** @return array<string, mixed> */
    public function write(Product $product): array
    {
        $exact = static fn (Length $length): string => $length->written(Unit::Millimetre);
        $length = static fn (?Length $length): ?string => null === $length ? null : $exact($length);
        $bleed = $product->bleed;

        return [
            'code' => $product->code,
            'name' => $product->name,
            'group' => $product->group,
            'free_size' => null === $product->freeSize ? null : (string) $product->freeSize,
            'width' => $exact($product->trim->width),
            'height' => $exact($product->trim->height),
            'bleed' => $bleed->isEven()
                ? $exact($bleed->top)
                : array_map($exact, [$bleed->top, $bleed->right, $bleed->bottom, $bleed->left]),
            'target_ppi' => $product->target->value,
            'floor_ppi' => $product->floor->value,
            'viewing_distance' => $length($product->viewingDistance),
            'orientation' => $product->rule->value,
            'formats' => array_map(static fn (FileFormat $format): string => $format->value, $product->formats),
            'safe_margin' => $length($product->safeMargin),
            'wrap' => $length($product->wrap),
            'transparency' => $product->wantsTransparency,
            'max_bytes' => $product->maxBytes,
            'limit' => $product->limit,
            'profile' => $product->colour->profile->value,
            'intent' => $product->colour->intent->value,
            'black_point' => $product->colour->blackPoint,
            'fit' => $product->fit->mode->value,
            'alignment' => $product->fit->alignment->value,
            'fabrics' => array_map(static fn (Fabric $fabric): string => $fabric->written(), $product->fabrics),
            // What is one piece is written as it always was.
            ...null === $product->pieces ? [] : [
                'pieces' => $product->pieces->name,
                'gap' => $exact($product->pieces->gap),
                'gap_hides' => $product->pieces->swallows,
            ],
        ];
    }

    private function pieces(JsonReader $record): ?Pieces
    {
        if (!$record->has('pieces') || \in_array($record->string('pieces'), ['', '1x1'], true)) {
            return null;
        }
        try {
            return new Pieces(
                $record->string('pieces'),
                $record->has('gap') ? Length::parse($record->string('gap')) : Length::zero(),
                !$record->has('gap_hides') || $record->bool('gap_hides'),
            );
        } catch (ImpossiblePanels $e) {
            throw ImpossibleProduct::pieces($e->getMessage());
        }
    }

    /** "bleed" is one length for all sides, or four: top, right, bottom, left. */
    private function bleed(JsonReader $record): Bleed
    {
        if (!\is_array($record->toArray()['bleed'] ?? null)) {
            return Bleed::all(Length::parse($record->string('bleed')));
        }
        $sides = array_map(static fn (string $side): Length => Length::parse($side), $record->strings('bleed'));

        return 4 === \count($sides) ? new Bleed(...$sides) : throw ImpossibleProduct::bleed($record->string('code'));
    }
}
