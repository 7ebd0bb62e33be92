<?php

declare(strict_types=1);

namespace Snugfit\Core\Delivery;

use Snugfit\Core\JsonReader;

/** A preview in a manifest. */
final readonly class ManifestPreview
{
    public function __construct(
        /** Relative to what was given. */
        public string $master,
        public string $product,
        /** The scene's code. */
        public string $scene,
        /** Below the delivery's folder. */
        public string $path,
        public int $width,
        public int $height,
        public int $bytes,
        public string $sha256,
        /** Names all that it shows. */
        public string $shows,
    ) {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'master' => $this->master,
            'product' => $this->product,
            'scene' => $this->scene,
            'path' => $this->path,
            'width_px' => $this->width,
            'height_px' => $this->height,
            'bytes' => $this->bytes,
            'sha256' => $this->sha256,
            'shows' => $this->shows,
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            $record->string('master'),
            $record->string('product'),
            $record->string('scene'),
            $record->string('path'),
            $record->int('width_px'),
            $record->int('height_px'),
            $record->int('bytes'),
            $record->string('sha256'),
            $record->string('shows'),
        );
    }
}
