<?php

declare(strict_types=1);

namespace Snugfit\Web\Show;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Core\Scene\FlatSurface;
use Snugfit\Core\Scene\ImpossibleScene;
use Snugfit\Core\Scene\PhotographedSheet;
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
        #[Assert\Choice(choices: ['wall', 'sheet'])] public string $kind = 'wall',
        #[Assert\Choice(choices: ['left', 'right', 'above'])] public string $light = 'left',
        public array $front = [],
    ) {
    }

    public function scene(string $code, int $width, int $height, int $place): Scene
    {
        $photo = new PixelSize($width, $height);
        if (4 !== \count($this->corners)) {
            throw ImpossibleScene::because('It needs four corners.');
        }
        $points = array_map(
            static fn (array $one): array => [(float) $one[0] * $width, (float) $one[1] * $height],
            $this->corners,
        );
        $sheet = PhotographedSheet::of(
            [$points[0], $points[1], $points[2], $points[3]],
            $photo,
            Length::parse($this->width, Unit::Centimetre),
            '' === trim($this->height) ? null : Length::parse($this->height, Unit::Centimetre),
        );

        return new Scene(
            $code,
            trim($this->name),
            SceneKind::from($this->kind),
            $photo,
            [new FlatSurface($sheet->projection, $sheet->room())],
            self::LIGHT[$this->light] ?? self::LIGHT['left'],
            place: $place,
        );
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
            'kind' => $this->kind, 'light' => $this->light, 'front' => $this->front,
        ];
    }
}
