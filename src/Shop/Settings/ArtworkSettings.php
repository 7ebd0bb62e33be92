<?php

declare(strict_types=1);

namespace Snugfit\Shop\Settings;

use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Lettering\Lettering;
use Snugfit\Core\Upscale\UpscaleRegion;
use Snugfit\Core\Upscale\UpscaleSettings;

/** What a person asked of one artwork on all products. */
final readonly class ArtworkSettings
{
    public function __construct(
        /** Null leaves it to what suits the picture. */
        public ?UpscaleSettings $upscale = null,
        /** Where the picture is enlarged another way. */
        public ?UpscaleRegion $region = null,
        public FinishSettings $finish = new FinishSettings(),
        /** Null leaves it to the batch. */
        public ?Lettering $lettering = null,
        /** @var array<string, string> what words in braces stand for, by their names */
        public array $words = [],
    ) {
    }

    public function enlargedBy(?UpscaleSettings $upscale): self
    {
        return new self(...['upscale' => $upscale] + $this->parts());
    }

    public function enlargedIn(?UpscaleRegion $region): self
    {
        return new self(...['region' => $region] + $this->parts());
    }

    public function finishedBy(FinishSettings $finish): self
    {
        return new self(...['finish' => $finish] + $this->parts());
    }

    public function lettered(?Lettering $lettering): self
    {
        return new self(...['lettering' => $lettering] + $this->parts());
    }

    /** @param array<string, string> $words */
    public function worded(array $words): self
    {
        return new self(...['words' => $words] + $this->parts());
    }

    /**
     * @return array{
     *     upscale: ?UpscaleSettings, region: ?UpscaleRegion, finish: FinishSettings, lettering: ?Lettering, words: array<string, string>,
     * }
     */
    private function parts(): array
    {
        return [
            'upscale' => $this->upscale,
            'region' => $this->region,
            'finish' => $this->finish,
            'lettering' => $this->lettering,
            'words' => $this->words,
        ];
    }

    /** @return array<string, string> */
    private static function words(JsonReader $record): array
    {
        $words = [];
        foreach ($record->toArray() as $name => $word) {
            $words[(string) $name] = \is_string($word) ? $word : '';
        }

        return $words;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            ...(null === $this->upscale ? [] : ['upscale' => $this->upscale->code()]),
            ...(null === $this->region ? [] : ['region' => $this->region->toSettings()]),
            ...($this->finish->isSilent() ? [] : ['finish' => $this->finish->toArray()]),
            ...(null === $this->lettering ? [] : ['lettering' => $this->lettering->toArray()]),
            ...([] === $this->words ? [] : ['words' => $this->words]),
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            UpscaleSettings::ofCode($record->optionalString('upscale') ?? ''),
            $record->has('region') ? UpscaleRegion::fromRecord($record->record('region')) : null,
            $record->has('finish') ? FinishSettings::fromRecord($record->record('finish')) : new FinishSettings(),
            Lettering::ofRecord($record),
            $record->has('words') ? self::words($record->record('words')) : [],
        );
    }
}
