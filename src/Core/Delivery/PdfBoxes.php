<?php

declare(strict_types=1);

namespace Snugfit\Core\Delivery;

use Snugfit\Core\JsonReader;

/** The page boxes of a PDF in points (ISO 32000, 14.11.2), each left, bottom, right, top. */
final readonly class PdfBoxes
{
    /**
     * @param array{float, float, float, float} $media
     * @param array{float, float, float, float} $bleed
     * @param array{float, float, float, float} $trim
     */
    public function __construct(public array $media, public array $bleed, public array $trim, public int $pages = 1)
    {
    }

    /**
     * @param array{float, float, float, float} $box
     *
     * @return array{float, float} width and height in millimetres
     */
    public static function millimetres(array $box): array
    {
        return [($box[2] - $box[0]) * 25.4 / 72, ($box[3] - $box[1]) * 25.4 / 72];
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['media' => $this->media, 'bleed' => $this->bleed, 'trim' => $this->trim, 'pages' => $this->pages];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $box = static function (string $name) use ($record): array {
            $numbers = array_values(array_filter(\is_array($list = $record->toArray()[$name] ?? null) ? $list : [], is_numeric(...)));

            return [(float) ($numbers[0] ?? 0), (float) ($numbers[1] ?? 0), (float) ($numbers[2] ?? 0), (float) ($numbers[3] ?? 0)];
        };

        return new self($box('media'), $box('bleed'), $box('trim'), $record->int('pages'));
    }
}
