<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Finish\Finish;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\PrintLayout;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Lettering\Lettered;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Upscale\Effort;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleRegion;
use Snugfit\Core\Upscale\UpscaleSettings;

/** A recipe's canonical form: JSON without spaces, keys in alphabetical order. What is left as it usually is stays out. */
final class RecipeJson
{
    public static function written(Recipe $recipe, int $edition): string
    {
        $transform = $recipe->frame->transform;

        // So recipes from before it could be chosen keep their names.
        return json_encode(
            [
                'edition' => $edition,
                'enlarge' => self::enlargeToArray($recipe->enlarge, $recipe->frame->crop->size(), $edition),
                ...$recipe->finish->isNone() ? [] : ['finish' => $recipe->finish->toArray()],
                'frame' => [
                    'crop' => $recipe->frame->crop->toRecipe(),
                    'picture' => ['height' => $recipe->frame->picture->height, 'width' => $recipe->frame->picture->width],
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
                ...null === $recipe->lettering ? [] : ['letter' => $recipe->lettering->toRecipe()],
                ...null === $recipe->mount ? [] : ['mount' => $recipe->mount->toArray()],
                ...null === $recipe->piece ? [] : ['piece' => $recipe->piece->toRecipe()],
                ...$recipe->repair->isSilent() ? [] : ['repair' => $recipe->repair->toRecipe()],
                ...null === $recipe->rim ? [] : ['rim' => $recipe->rim->toArray()],
                'write' => $recipe->write->toArray(),
            ],
            \JSON_THROW_ON_ERROR,
        );
    }

    public static function read(string $json): Recipe
    {
        $record = JsonReader::decode($json, 'a recipe');
        [$frame, $enlarge, $write] = [$record->record('frame'), $record->record('enlarge'), $record->record('write')];
        [$crop, $picture] = [PixelWindow::fromRecord($frame->record('crop')), $frame->record('picture')];

        return new Recipe(
            new Frame(
                PixelSize::fromRecord($picture),
                $crop,
                $frame->has('pose') ? self::pose($frame->record('pose')) : ImageTransform::upright(),
            ),
            self::enlarge($enlarge, $crop->size()),
            Write::fromRecord($write),
            $record->has('mount') ? self::mount($record->record('mount')) : null,
            $record->has('finish') ? Finish::fromRecord($record->record('finish')) : new Finish(),
            $record->has('repair') ? EditList::fromRecipe($record->record('repair')) : new EditList(),
            $record->has('piece') ? PixelWindow::fromRecord($record->record('piece')) : null,
            $record->has('letter') ? Lettered::fromRecipe($record->records('letter')) : null,
            $record->has('rim') ? self::mount($record->record('rim')) : null,
        );
    }

    /** @return array<string, mixed> keys in alphabetical order */
    private static function enlargeToArray(Enlarge $enlarge, PixelSize $crop, int $edition): array
    {
        [$upscale, $to] = [$enlarge->settings, $enlarge->to];
        // What is rebuilt was not always by a network.
        $isByNetwork = static fn (?UpscaleMethod $method): bool => null !== $method
            && $method->isLearned() && (UpscaleMethod::Rebuilt !== $method || Recipe::EXACT === $edition);

        return [
            ...null === $enlarge->region ? [] : ['area' => $enlarge->region->toArray()],
            ...Effort::Usual === $upscale->effort ? [] : ['effort' => $upscale->effort->value],
            'height' => $to->height,
            ...$isByNetwork($upscale->method) || $isByNetwork($enlarge->region?->settings->method)
                ? ['networks' => $enlarge->networks($crop)]
                : [],
            ...100 === $upscale->strength ? [] : ['strength' => $upscale->strength],
            'way' => $upscale->method->value,
            'width' => $to->width,
        ];
    }

    private static function enlarge(JsonReader $enlarge, PixelSize $crop): Enlarge
    {
        $read = new Enlarge(
            new UpscaleSettings(
                UpscaleMethod::from($enlarge->string('way')),
                $enlarge->has('strength') ? $enlarge->int('strength') : 100,
                $enlarge->has('effort') ? Effort::from($enlarge->string('effort')) : Effort::Usual,
            ),
            PixelSize::fromRecord($enlarge),
            $enlarge->has('area') ? UpscaleRegion::fromRecord($enlarge->record('area')) : null,
        );
        $networks = $enlarge->optionalInt('networks');

        return null === $networks || $networks === $read->networks($crop) ? $read : $read->byNetworks($networks);
    }

    private static function pose(JsonReader $transform): ImageTransform
    {
        return new ImageTransform(QuarterTurn::from($transform->int('turn')), $transform->bool('flip'), (float) $transform->string('tilt'));
    }

    private static function mount(JsonReader $mount): Mount
    {
        $canvas = $mount->record('canvas');

        return new Mount(
            PixelSize::fromRecord($canvas),
            new PrintLayout(
                PixelWindow::fromRecord($mount->record('part')),
                EdgeFill::from($mount->string('edge')),
                $mount->string('colour'),
            ),
        );
    }
}
