<?php

declare(strict_types=1);

namespace Snugfit\Core\Output;

/** In which colours a product's print files are delivered. */
final readonly class OutputColour
{
    public function __construct(
        public Profile $profile = Profile::Srgb,
        /** Relative colorimetric with black-point compensation is common practice for photographs. */
        public RenderingIntent $intent = RenderingIntent::Relative,
        public bool $blackPoint = true,
    ) {
    }

    public function isUsual(): bool
    {
        return $this == new self();
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        return ['black_point' => $this->blackPoint, 'intent' => $this->intent->value, 'profile' => $this->profile->value];
    }
}
