<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Vips;

/** What an image's samples mean, and its bands. */
trait Colours
{
    public function colourspace(Interpretation $space): self
    {
        return $this->then('colourspace', [$space->value]);
    }

    /** Through the embedded profile to another; $fallback names the profile of an image that brings none. */
    public function fromEmbedded(string $to, int $bits, string $fallback): self
    {
        // Relative colorimetric with black-point compensation: common practice for photographs.
        return $this->byColour(
            static fn (self $colour): self => $colour->then(
                'icc_transform',
                [$to],
                ['embedded' => 1, 'input-profile' => $fallback, 'intent' => 1, 'black-point-compensation' => 1, 'depth' => $bits],
            ),
            $bits,
        );
    }

    /**
     * From one profile to another, which is then embedded. Each is a file or a name that libvips knows.
     *
     * @param int $intent VipsIntent
     * @param int $bits   8 or 16
     */
    public function icc(string $from, string $to, int $intent, bool $blackPoint, int $bits): self
    {
        return $this->byColour(
            static fn (self $colour): self => $colour->then(
                'icc_transform',
                [$to],
                ['input-profile' => $from, 'intent' => $intent, 'black-point-compensation' => $blackPoint ? 1 : 0, 'depth' => $bits],
            ),
            $bits,
        );
    }

    /**
     * Transforms the colours and keeps the transparency: libvips carries it over unscaled where the depth changes.
     *
     * @param \Closure(self): self $transform
     * @param int                  $bits      of what comes out, 8 or 16
     */
    private function byColour(\Closure $transform, int $bits): self
    {
        if (!$this->hasAlpha()) {
            return $transform($this);
        }
        $colours = $this->bands() - 1;
        $made = $transform($this->extractBands(0, $colours)->withInterpretation($this->interpretation()));
        $scale = (16 === $bits ? 65535 : 255) / (1 === $this->format()->bytes() ? 255 : 65535);
        $alpha = $this->extractBands($colours, 1);

        return $made
            ->join(1 === $scale ? $alpha : $alpha->linear((float) $scale, 0.0)->roundTo($made->format()))
            ->withInterpretation($made->interpretation());
    }

    /** By a profile to CIE Lab, as floating numbers. */
    public function iccToLab(string $profile, int $intent, bool $blackPoint): self
    {
        return $this->then(
            'icc_import',
            [],
            ['input-profile' => $profile, 'intent' => $intent, 'black-point-compensation' => $blackPoint ? 1 : 0],
        );
    }

    /** From sRGB to another profile, which is embedded: a file, or one that libvips brings, such as "cmyk" or "p3". */
    public function toProfile(string $profile): self
    {
        return $this->then('icc_transform', [$profile], ['input-profile' => 'srgb', 'intent' => 1, 'depth' => 8]);
    }

    /** @param array{float, float, float} $matte */
    public function flatten(array $matte): self
    {
        return $this->withDoubles($matte, fn (\FFI\CData $background): self => $this->then('flatten', [], ['background' => $background]));
    }

    public function premultiply(float $maxAlpha): self
    {
        return $this->then('premultiply', [], ['max-alpha' => $maxAlpha]);
    }

    public function unpremultiply(float $maxAlpha): self
    {
        return $this->then('unpremultiply', [], ['max-alpha' => $maxAlpha]);
    }

    public function extractBands(int $first, int $count): self
    {
        return $this->then('extract_band', [$first], ['n' => $count]);
    }

    /** @param non-empty-list<self> $images whose bands stand side by side in the result */
    public static function joined(array $images): self
    {
        return array_reduce(\array_slice($images, 1), static fn (self $made, self $next): self => $made->join($next), $images[0]);
    }

    public function join(self $bands): self
    {
        return self::make(
            'bandjoin',
            fn (\FFI $vips, \FFI\CData $out, array $tail): int => $vips->vips_bandjoin2($this->pointer, $bands->pointer, $out, ...$tail),
            [],
        );
    }

    public function withInterpretation(Interpretation $interpretation): self
    {
        return $this->then('copy', [], ['interpretation' => $interpretation->value]);
    }

    /** How different two pictures in sRGB look, pixel by pixel: CIEDE2000. */
    public function coloursOff(self $other): self
    {
        [$one, $two] = [$this->colourspace(Interpretation::Lab), $other->colourspace(Interpretation::Lab)];

        return self::make(
            'dE00',
            static fn (\FFI $vips, \FFI\CData $out, array $tail): int => $vips->vips_dE00($one->pointer, $two->pointer, $out, ...$tail),
            [],
        );
    }
}
