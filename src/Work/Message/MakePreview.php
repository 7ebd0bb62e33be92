<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** Show a delivered print in a scene. */
final readonly class MakePreview implements Redeliverable, AboutPreview
{
    /**
     * @param array<string, mixed> $body PrintBody, as an array
     * @param array<string, mixed> $look SceneLook, as an array
     */
    public function __construct(
        private int $previewId,
        /** Names all that it is to show. */
        public string $shows,
        public string $masterKey,
        /** Canonical JSON. */
        public string $recipe,
        public array $body,
        /** A scene's code. */
        public string $scene,
        public array $look,
        public int $width,
        public string $format,
        public string $targetKey,
        /** The delivered print file. */
        public string $printKey,
    ) {
    }

    public function previewId(): int
    {
        return $this->previewId;
    }

    public function givenUp(): Answer
    {
        return new PreviewFailed(
            $this->previewId,
            $this->shows,
            'Making this preview made the program fail several times, so it was given up.',
        );
    }
}
