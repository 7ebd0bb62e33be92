<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\Lettering\LetteringRequest;
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
        /** Words on the print. */
        public LetteringRequest $lettering = new LetteringRequest(),
    ) {
    }

    public function finishedBy(FinishSettings $finish): self
    {
        return new self(...['finish' => $finish] + $this->parts());
    }

    public function repairedBy(EditList $repair): self
    {
        return new self(...['repair' => $repair] + $this->parts());
    }

    public function letteredBy(LetteringRequest $lettering): self
    {
        return new self(...['lettering' => $lettering] + $this->parts());
    }

    /**
     * @return array{
     *     format: ?FileFormat, upscale: ?UpscaleSettings, finish: FinishSettings, profile: ?Profile, intent: ?RenderingIntent,
     *     blackPoint: ?bool, maxBytes: ?int, quality: ?int, leastQuality: int, matte: ?string, compression: ?Compression,
     *     cutMarks: bool, region: ?UpscaleRegion, effort: Effort, repair: EditList, lettering: LetteringRequest,
     * }
     */
    private function parts(): array
    {
        return [
            'format' => $this->format,
            'upscale' => $this->upscale,
            'finish' => $this->finish,
            'profile' => $this->profile,
            'intent' => $this->intent,
            'blackPoint' => $this->blackPoint,
            'maxBytes' => $this->maxBytes,
            'quality' => $this->quality,
            'leastQuality' => $this->leastQuality,
            'matte' => $this->matte,
            'compression' => $this->compression,
            'cutMarks' => $this->cutMarks,
            'region' => $this->region,
            'effort' => $this->effort,
            'repair' => $this->repair,
            'lettering' => $this->lettering,
        ];
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
