<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Length;

/** How a scene is set up for a print, as a person asks for it; null leaves it to the scene or to a rule. */
final readonly class SceneLook
{
    public function __construct(
        public FrameChoice $frame = FrameChoice::Suits,
        /** Between frame and print; zero for none. */
        public ?Length $mat = null,
        public bool $glass = true,
        /** Of the wall: six hexadecimal digits. */
        public ?string $wall = null,
        /** Of what is printed on: six hexadecimal digits. */
        public ?string $fabric = null,
        /** Colours as the press prints them. */
        public bool $isProof = false,
    ) {
        foreach ([$wall, $fabric] as $colour) {
            if (null !== $colour && 1 !== preg_match('/^[0-9a-f]{6}$/', $colour)) {
                throw ImpossibleScene::colour($colour);
            }
        }
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        return [
            'fabric' => $this->fabric,
            'frame' => $this->frame->value,
            'glass' => $this->glass,
            'mat' => $this->mat?->inMillimetres(),
            'proof' => $this->isProof,
            'wall' => $this->wall,
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $mat = $record->optionalFloat('mat');

        return new self(
            FrameChoice::tryFrom($record->optionalString('frame') ?? '') ?? FrameChoice::Suits,
            null === $mat ? null : Length::millimetres($mat),
            !$record->has('glass') || $record->bool('glass'),
            $record->optionalString('wall'),
            $record->optionalString('fabric'),
            $record->has('proof') && $record->bool('proof'),
        );
    }
}
