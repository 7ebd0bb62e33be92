<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\Artwork\PaintedMask;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;

/** Draw a painted mask as a picture to lay over the upright one: marigold where it counts. */
final readonly class MaskOverlayJob implements PixelJob
{
    public function __construct(public PaintedMask $mask, public PixelSize $picture, public string $target)
    {
    }

    /** Where it is kept: named by what is in it. */
    public static function key(PaintedMask $mask, PixelSize $picture): string
    {
        return \sprintf('patches/%s.png', hash('sha256', json_encode([$mask->toList(), (string) $picture], \JSON_THROW_ON_ERROR)));
    }

    public static function name(): string
    {
        return 'mask';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(
            PaintedMask::fromList($job->toArray()['marks'] ?? null),
            PixelSize::fromRecord($job),
            JobPath::in($job, 'target'),
        );
    }

    public function toArray(): array
    {
        return [
            'marks' => $this->mask->toList(),
            'width' => $this->picture->width,
            'height' => $this->picture->height,
            'target' => JobPath::encoded($this->target),
        ];
    }

    public function files(): JobFiles
    {
        return new JobFiles([], [$this->target]);
    }

    public function timeLimit(): float
    {
        return 30;
    }
}
