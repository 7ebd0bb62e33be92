<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

use Snugfit\Core\JsonReader;

/** Tone and colour set by hand. All amounts go from -100 to 100, 0 leaving the picture as it is, but for the two points. */
final readonly class Tone implements Edit
{
    /** Levels between the two points at the least: what lies nearer has no tones left. */
    public const LEAST_RANGE = 8;

    /** How much of a tint's colour is laid on. */
    private const TINT = 0.5;

    /**
     * @param int     $black the level, 0 to 255, that becomes black, and $white the one that becomes white
     * @param ?string $grey  a colour of the picture, six hexadecimal digits, that becomes neutral; null for none
     */
    public function __construct(
        public int $black = 0,
        public int $white = 255,
        public ?string $grey = null,
        public int $brightness = 0,
        public int $contrast = 0,
        public int $warmth = 0,
        public int $saturation = 0,
        public ToneCurve $curve = new ToneCurve(),
        /** Of the dark, the middle and the light tones: six hexadecimal digits; null for none. */
        public ?string $shadowTint = null,
        public ?string $middleTint = null,
        public ?string $lightTint = null,
    ) {
        foreach ([$shadowTint, $middleTint, $lightTint] as $tint) {
            null === $tint || Colour::check($tint);
        }
        null === $grey || Colour::check($grey);
        if ($black < 0 || $white > 255 || $white - $black < self::LEAST_RANGE) {
            throw ImpossibleEdit::because('the white point must lie at least '.self::LEAST_RANGE.' levels above the black one.');
        }
        foreach ([$brightness, $contrast, $warmth, $saturation] as $amount) {
            if (abs($amount) > 100) {
                throw ImpossibleEdit::because('an amount goes from -100 to 100.');
            }
        }
    }

    public function kind(): EditKind
    {
        return EditKind::Tone;
    }

    public function isNone(): bool
    {
        return $this->toArray() === (new self())->toArray();
    }

    /**
     * What becomes of a channel's value: points first, then brightness as a power, then contrast as an S of two parabolas whose
     * middle stays where it is, then the curve, then tints, each by how dark, middling or light the value is.
     *
     * @param float $value 0 to 1
     * @param int   $channel red, green, blue
     */
    public function curve(float $value, int $channel): float
    {
        $value = ($value - $this->black / 255) / (($this->white - $this->black) / 255);
        $value = max(0.0, min(1.0, $value * $this->balance()[$channel]));
        $value **= 2 ** (-$this->brightness / 100);
        $bent = $value < 0.5 ? 2 * $value * $value : 1 - 2 * (1 - $value) ** 2;
        // Less contrast goes the same way towards the middle.
        $other = $this->contrast >= 0 ? $bent : 0.5 + ($value - 0.5) * 0.4;

        $value = $this->curve->at(max(0.0, min(1.0, $value + abs($this->contrast) / 100 * ($other - $value))));
        $tinted = $value
            + self::tint($this->shadowTint, $channel) * (1 - $value) ** 2
            + self::tint($this->middleTint, $channel) * 2 * $value * (1 - $value)
            + self::tint($this->lightTint, $channel) * $value ** 2;

        return max(0.0, min(1.0, $tinted));
    }

    /** By how much a tint moves a channel where it counts alone: what the colour is off its own mean, so that nothing gets lighter. */
    private static function tint(?string $colour, int $channel): float
    {
        if (null === $colour) {
            return 0.0;
        }
        $levels = Colour::levels($colour);

        return self::TINT * ($levels[$channel] - array_sum($levels) / 3) / 255;
    }

    /** By how much chroma grows. */
    public function chroma(): float
    {
        return 1 + $this->saturation / 100;
    }

    /** @return array{float, float, float} by what each channel is multiplied so that the picked grey is neutral, then warmed */
    private function balance(): array
    {
        $levels = null === $this->grey ? [1, 1, 1] : array_map(static fn (int $level): int => max(8, $level), Colour::levels($this->grey));
        $mean = array_sum($levels) / 3;
        $warm = 0.2 * $this->warmth / 100;

        return [$mean / $levels[0] * (1 + $warm), $mean / $levels[1], $mean / $levels[2] * (1 - $warm)];
    }

    public function summary(): string
    {
        $said = [];
        if (0 !== $this->black || 255 !== $this->white) {
            $said[] = \sprintf('%d to %d', $this->black, $this->white);
        }
        if (null !== $this->grey) {
            $said[] = 'grey #'.$this->grey;
        }
        foreach (['brightness' => $this->brightness, 'contrast' => $this->contrast, 'warmth' => $this->warmth,
            'saturation' => $this->saturation] as $name => $amount) {
            if (0 !== $amount) {
                $said[] = \sprintf('%s %+d', $name, $amount);
            }
        }

        if (!$this->curve->isStraight()) {
            $said[] = \sprintf('curve of %d points', \count($this->curve->points));
        }
        foreach (['shadows' => $this->shadowTint, 'middle' => $this->middleTint, 'lights' => $this->lightTint] as $name => $tint) {
            if (null !== $tint) {
                $said[] = \sprintf('%s #%s', $name, $tint);
            }
        }

        return [] === $said ? 'as it is' : implode(', ', $said);
    }

    public function toArray(): array
    {
        return [
            'black' => $this->black,
            'brightness' => $this->brightness,
            'contrast' => $this->contrast,
            // What was not there to choose once stays out where it is not used, so that recipes keep their names.
            ...($this->curve->isStraight() ? [] : ['curve' => $this->curve->points]),
            'grey' => $this->grey,
            ...(null === $this->lightTint ? [] : ['lights' => $this->lightTint]),
            ...(null === $this->middleTint ? [] : ['middle' => $this->middleTint]),
            'saturation' => $this->saturation,
            ...(null === $this->shadowTint ? [] : ['shadows' => $this->shadowTint]),
            'warmth' => $this->warmth,
            'white' => $this->white,
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $int = static fn (string $name): int => $record->optionalInt($name) ?? 0;

        return new self(
            $int('black'),
            $record->optionalInt('white') ?? 255,
            $record->optionalString('grey'),
            $int('brightness'),
            $int('contrast'),
            $int('warmth'),
            $int('saturation'),
            new ToneCurve($record->has('curve') ? self::points($record->toArray()['curve']) : []),
            $record->optionalString('shadows'),
            $record->optionalString('middle'),
            $record->optionalString('lights'),
        );
    }

    /** @return list<array{int, int}> */
    private static function points(mixed $list): array
    {
        $points = [];
        foreach (\is_array($list) ? array_values($list) : [null] as $point) {
            $points[] = \is_array($point) && \is_int($point[0] ?? null) && \is_int($point[1] ?? null)
                ? [$point[0], $point[1]]
                : throw ImpossibleEdit::because('a curve is a list of points: [[input, output], …].');
        }

        return $points;
    }
}
