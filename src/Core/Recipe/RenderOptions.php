<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\Output\Compression;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Output\OutputColour;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Output\RenderingIntent;
use Snugfit\Core\Output\SizeLimit;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Upscale\Effort;
use Snugfit\Core\Upscale\UpscaleRegion;
use Snugfit\Core\Upscale\UpscaleSettings;

/** What a person asked of the making beside the framing; null leaves it to the product and the picture. */
final readonly class RenderOptions
{
    public function __construct(
        public ?FileFormat $format = null,
        public ?UpscaleSettings $upscale = null,
        public FinishSettings $finish = new FinishSettings(),
        public ?Profile $profile = null,
        public ?RenderingIntent $intent = null,
        public ?bool $blackPoint = null,
        /** Beside the product's own; the smaller one counts. */
        public ?int $maxBytes = null,
        public ?int $quality = null,
        public int $leastQuality = SizeLimit::LEAST_QUALITY,
        /** Six hexadecimal digits. */
        public ?string $matte = null,
        public ?Compression $compression = null,
        public bool $cutMarks = false,
        /** Where the picture is enlarged another way. */
        public ?UpscaleRegion $region = null,
        /** Of the way that suits the picture, where none is asked for. */
        public Effort $effort = Effort::Usual,
        /** What is done to the master first. */
        public EditList $repair = new EditList(),
    ) {
    }

    public function finishedBy(FinishSettings $finish): self
    {
        return $this->with($finish, $this->repair);
    }

    public function repairedBy(EditList $repair): self
    {
        return $this->with($this->finish, $repair);
    }

    private function with(FinishSettings $finish, EditList $repair): self
    {
        return new self(
            $this->format,
            $this->upscale,
            $finish,
            $this->profile,
            $this->intent,
            $this->blackPoint,
            $this->maxBytes,
            $this->quality,
            $this->leastQuality,
            $this->matte,
            $this->compression,
            $this->cutMarks,
            $this->region,
            $this->effort,
            $repair,
        );
    }

    public function colour(OutputColour $usual): OutputColour
    {
        return new OutputColour(
            $this->profile ?? $usual->profile,
            $this->intent ?? $usual->intent,
            $this->blackPoint ?? $usual->blackPoint,
        );
    }

    /** What a file may be at most. */
    public function mostBytes(?int $ofProduct): ?int
    {
        return null === $this->maxBytes || null === $ofProduct ? $this->maxBytes ?? $ofProduct : min($this->maxBytes, $ofProduct);
    }
}
