<?php

declare(strict_types=1);

namespace Snugfit\Web\Show;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Core\Scene\FlatSurface;
use Snugfit\Core\Scene\ImpossibleScene;
use Snugfit\Core\Scene\PhotographedCloth;
use Snugfit\Core\Scene\PhotographedCup;
use Snugfit\Core\Scene\PhotographedSheet;
use Snugfit\Core\Scene\PhotoUse;
use Snugfit\Core\Scene\Scene;
use Snugfit\Core\Scene\SceneKind;
use Symfony\Component\Validator\Constraints as Assert;

/** What a person says of a photo: what it is called, where in it a sheet of known size is, and what stands in front. */
final readonly class OwnSceneFields
{
    /** Where light comes from, towards it: x right, y down, z to the viewer. */
    private const LIGHT = ['left' => [-0.7, -0.35, 0.62], 'right' => [0.7, -0.35, 0.62], 'above' => [0.0, -0.75, 0.66]];

    /**
     * @param list<array{float|int, float|int}>  $corners in shares of the photo, clockwise from the left upper one
     * @param list<array<string, mixed>> $front   strokes
     */
    public function __construct(
        #[Assert\NotBlank(message: 'Give the scene a name.')] #[Assert\Length(max: 60)] public string $name,
        public array $corners,
        #[Assert\NotBlank(message: 'Say how wide the sheet in the photo is.')] public string $width,
        public string $height = '',
        public PhotoUse $kind = PhotoUse::Wall,
        #[Assert\Choice(choices: ['left', 'right', 'above'])] public string $light = 'left',
        public array $front = [],
        /** Degrees by which a cup is seen from above. */
        public string $above = '',
        /** Degrees by which the middle of a cup's print is turned to the right. */
        public string $turned = '',
    ) {
    }

    /** Where prints are in the photo: their surface, and how it folds where it is cloth. */
    public function place(PixelSize $photo): PhotoPlace
    {
        if (4 !== \count($this->corners)) {
            throw ImpossibleScene::because('It needs four corners.');
        }
        $points = array_map(
            static fn (array $one): array => [(float) $one[0] * $photo->width, (float) $one[1] * $photo->height],
            $this->corners,
        );
        $corners = [$points[0], $points[1], $points[2], $points[3]];
        $width = Length::parse($this->width, Unit::Centimetre);
        $height = '' === trim($this->height) ? null : Length::parse($this->height, Unit::Centimetre);
        if (SceneKind::Cup === $this->kind->kind()) {
            return new PhotoPlace(
                PhotographedCup::of($corners, $width, $height, self::degrees($this->above))->surface(self::degrees($this->turned)),
                $this->roundCorners(),
            );
        }
        $sheet = PhotographedSheet::of($corners, $photo, $width, $height);
        if (SceneKind::Cloth !== $this->kind->kind()) {
            return new PhotoPlace(new FlatSurface($sheet->projection, $sheet->room()));
        }
        $hangs = PhotoUse::Apparel === $this->kind;
        $cloth = PhotographedCloth::of($sheet, $hangs);

        return new PhotoPlace($cloth->surface($sheet, $photo, $hangs), $this->roundCorners(), $cloth);
    }

    /** @param ?string $colour of what carries prints, six hexadecimal digits; null where it is not known */
    public function scene(string $code, PixelSize $photo, PhotoPlace $place, ?string $colour, int $after): Scene
    {
        return new Scene(
            $code,
            trim($this->name),
            $this->kind->kind(),
            $photo,
            [$place->surface],
            self::LIGHT[$this->light] ?? self::LIGHT['left'],
            colour: SceneKind::Cup === $this->kind->kind() ? null : $colour,
            madeFor: $this->kind->product()?->value,
            place: $after,
        );
    }

    private function roundCorners(): FractionBox
    {
        $within = static fn (float|int $share): float => min(1.0, max(0.0, (float) $share));
        [$x, $y] = [array_map($within, array_column($this->corners, 0)), array_map($within, array_column($this->corners, 1))];
        if ([] === $x || [] === $y || max($x) <= min($x) || max($y) <= min($y)) {
            throw ImpossibleScene::because('Its corners lie outside the photo.');
        }

        return new FractionBox(min($x), min($y), max($x) - min($x), max($y) - min($y));
    }

    private static function degrees(string $text): float
    {
        $number = trim(str_replace([',', '°'], ['.', ''], $text));
        if ('' !== $number && !is_numeric($number)) {
            throw ImpossibleScene::because('How far a cup is turned, or seen from above, is a number of degrees.');
        }

        return (float) $number;
    }

    /** @return list<Stroke> */
    public function strokes(): array
    {
        return array_map(static fn (array $one): Stroke => Stroke::fromRecord(JsonReader::of($one, 'a stroke')), $this->front);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'name' => $this->name, 'corners' => $this->corners, 'width' => $this->width, 'height' => $this->height,
            'kind' => $this->kind->value, 'light' => $this->light, 'front' => $this->front,
            'above' => $this->above, 'turned' => $this->turned,
        ];
    }
}
