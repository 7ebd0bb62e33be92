<?php

declare(strict_types=1);

namespace Snugfit\Web\TestStrip;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Measure\UnreadableMeasure;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Symfony\Component\HttpFoundation\ParameterBag;

/** The columns and the person's own spots of a test strip, as the address bar keeps them. */
final readonly class StripQuery
{
    private const MOST_COLUMNS = 8;
    private const MOST_SPOTS = 12;

    /** Per cent of texture that is shown first: as a print looks at arm's length, without drawing the eye (by eye). */
    private const TEXTURE = 60;

    /** How far one sits from a screen, in centimetres (common practice). */
    private const SCREEN = 50.0;

    /** Nearer no print is looked at, and from further off a patch would show all of it. */
    private const NEAREST = 10.0;
    private const FARTHEST = 1000.0;

    /**
     * @param list<UpscaleSettings>           $ways
     * @param list<array{float, float}> $regions    in shares of the upright picture
     * @param ?Length                   $seenFrom where patches are shown as large as a print looks from there; null where 1:1
     */
    private function __construct(public array $ways, public array $regions, public ?Length $seenFrom)
    {
    }

    /** @param ParameterBag<mixed> $fields */
    public static function in(ParameterBag $fields, Kind $kind, UpscaleSettings $current): self
    {
        $text = static fn (string $name): string => \is_scalar($fields->all()[$name] ?? null) ? (string) $fields->all()[$name] : '';
        $ways = array_values(array_filter(array_map(UpscaleSettings::ofCode(...), explode(',', $text('ways')))));
        $regions = [];
        foreach (array_filter(explode(';', $text('spots'))) as $region) {
            $place = array_map(floatval(...), explode(',', $region));
            if (2 === \count($place) && min($place) >= 0 && max($place) <= 1) {
                $regions[] = [$place[0], $place[1]];
            }
        }

        return new self(
            \array_slice([] === $ways ? self::usual($kind, $current) : $ways, 0, self::MOST_COLUMNS),
            \array_slice($regions, 0, self::MOST_SPOTS),
            '' === $text('paper') ? null : self::distance($text('paper')),
        );
    }

    /** @param list<UpscaleSettings> $ways */
    public function withWays(array $ways): self
    {
        return new self($ways, $this->regions, $this->seenFrom);
    }

    public function without(UpscaleSettings $way): self
    {
        return $this->withWays(
            array_values(array_filter($this->ways, static fn (UpscaleSettings $one): bool => $one->code() !== $way->code())),
        );
    }

    /** At 1:1, or as large as a print looks from a distance. */
    public function from(?Length $distance): self
    {
        return new self($this->ways, $this->regions, $distance);
    }

    /** From where a print looks as large on the screen as it is. */
    public static function atScreen(): Length
    {
        return Length::of(self::SCREEN, Unit::Centimetre);
    }

    /** How many times as much of a print is in view as at its own size. */
    public function further(): float
    {
        return ($this->seenFrom ?? self::atScreen())->in(Unit::Centimetre) / self::SCREEN;
    }

    private static function distance(string $text): Length
    {
        try {
            $distance = Length::parse($text, Unit::Centimetre);
        } catch (UnreadableMeasure) {
            return self::atScreen();
        }

        return Length::of(max(self::NEAREST, min(self::FARTHEST, $distance->in(Unit::Centimetre))), Unit::Centimetre);
    }

    /** @return array<string, string> */
    public function toArray(): array
    {
        return array_filter(
            [
                'ways' => implode(',', array_map(static fn (UpscaleSettings $way): string => $way->code(), $this->ways)),
                'spots' => implode(
                    ';',
                    array_map(
                        static fn (array $region): string => implode(
                            ',',
                            array_map(static fn (float $share): string => (string) round($share, 4), $region),
                        ),
                        $this->regions,
                    ),
                ),
                'paper' => null === $this->seenFrom ? '' : round($this->seenFrom->in(Unit::Centimetre), 1).'cm',
            ],
            static fn (string $value): bool => '' !== $value,
        );
    }

    /** @return list<UpscaleSettings> what is worth comparing for a kind, beside what is used now */
    private static function usual(Kind $kind, UpscaleSettings $current): array
    {
        $ways = match ($kind) {
            Kind::Photo => [UpscaleMethod::Lanczos, UpscaleMethod::Faithful, UpscaleMethod::Textured, UpscaleMethod::Mending],
            Kind::Illustration => [UpscaleMethod::Lanczos, UpscaleMethod::Faithful, UpscaleMethod::Textured, UpscaleMethod::Drawn],
            Kind::FlatGraphic => [UpscaleMethod::Mitchell, UpscaleMethod::Drawn, UpscaleMethod::Rebuilt],
            Kind::LineArt => [UpscaleMethod::Mitchell, UpscaleMethod::Faithful, UpscaleMethod::Drawn],
            Kind::PixelArt => [UpscaleMethod::Mitchell, UpscaleMethod::Nearest],
        };
        $choices = array_map(
            static fn (UpscaleMethod $way): UpscaleSettings => new UpscaleSettings(
                $way,
                UpscaleMethod::Textured === $way ? self::TEXTURE : 100,
            ),
            $ways,
        );
        $isThere = [] !== array_filter($choices, static fn (UpscaleSettings $one): bool => $one->code() === $current->code());

        return $isThere ? $choices : [...$choices, $current];
    }
}
