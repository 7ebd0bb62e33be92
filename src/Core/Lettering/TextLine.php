<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Measure\UnreadableMeasure;

/** A line of words on a print, as it was asked for. */
final readonly class TextLine
{
    public const LONGEST = 300;

    /** Degrees; more than a full circle would lie over itself. */
    private const FULL = 350.0;

    public function __construct(
        /** With words in braces that stand for what a picture or product has of its own. */
        public string $text,
        public LetterStyle $style = new LetterStyle(),
        public HandPlace|BelowArtwork $place = new HandPlace(0.5, 0.9),
        public TextAlignment $alignment = TextAlignment::Centre,
        /** Of the circle that it is bent along, in degrees: up like a bridge, or, below zero, down like a bowl. */
        public float $arc = 0.0,
    ) {
        $isLine = mb_check_encoding($text, 'UTF-8') && mb_strlen($text) <= self::LONGEST
            && 0 === preg_match('/[\x00-\x08\x0a-\x1f\x7f]/', $text);
        if (!$isLine) {
            throw ImpossibleLettering::text(self::LONGEST);
        }
        if (!is_finite($arc) || abs($arc) > self::FULL) {
            throw ImpossibleLettering::figure('An arc, in degrees,', -self::FULL, self::FULL);
        }
    }

    public function saying(string $text): self
    {
        return new self($text, $this->style, $this->place, $this->alignment, $this->arc);
    }

    public function inFace(string $code): self
    {
        return $this->styled(new FaceChoice($code, $this->style->face->weight), $this->style->colour);
    }

    /** @param string $colour six hexadecimal digits */
    public function inColour(string $colour): self
    {
        return $this->styled($this->style->face, $colour);
    }

    private function styled(FaceChoice $face, string $colour): self
    {
        $style = new LetterStyle($face, $this->style->size, $colour, $this->style->spacing, $this->style->outline);

        return new self($this->text, $style, $this->place, $this->alignment, $this->arc);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $outline = $this->style->outline;

        return [
            'text' => $this->text,
            'face' => $this->style->face->code,
            'weight' => $this->style->face->weight,
            'size' => $this->style->size->written(),
            'colour' => $this->style->colour,
            'spacing' => $this->style->spacing,
            ...null === $outline
                ? []
                : ['outline' => ['width' => $outline->width->written(Unit::Millimetre), 'colour' => $outline->colour]],
            'align' => $this->alignment->value,
            'arc' => $this->arc,
            ...$this->place instanceof HandPlace ? ['at' => [$this->place->x, $this->place->y]] : ['below' => $this->place->gap],
        ];
    }

    /**
     * What a record does not hold is as usual.
     *
     * @throws ImpossibleLettering
     */
    public static function fromRecord(JsonReader $record): self
    {
        $usual = new LetterStyle();
        $outline = $record->has('outline') ? $record->record('outline') : null;
        $align = $record->optionalString('align') ?? TextAlignment::Centre->value;

        return new self(
            $record->string('text'),
            new LetterStyle(
                new FaceChoice(
                    $record->optionalString('face') ?? $usual->face->code,
                    $record->optionalInt('weight') ?? $usual->face->weight,
                ),
                $record->has('size') ? LetterSize::parse($record->string('size')) : $usual->size,
                self::colour($record->optionalString('colour') ?? $usual->colour),
                $record->optionalInt('spacing') ?? 0,
                null === $outline
                    ? null
                    : new LetterOutline(
                        self::width($outline->string('width')),
                        self::colour($outline->optionalString('colour') ?? 'ffffff'),
                    ),
            ),
            self::place($record),
            TextAlignment::tryFrom($align) ?? throw ImpossibleLettering::alignment($align),
            $record->optionalFloat('arc') ?? 0.0,
        );
    }

    private static function place(JsonReader $record): HandPlace|BelowArtwork
    {
        if ($record->has('below')) {
            return new BelowArtwork($record->float('below'));
        }
        $at = $record->has('at') ? $record->floats('at') : [];

        return new HandPlace($at[0] ?? 0.5, $at[1] ?? 0.9);
    }

    private static function colour(string $text): string
    {
        return strtolower(ltrim($text, '#'));
    }

    private static function width(string $text): Length
    {
        try {
            return Length::parse($text, Unit::Millimetre);
        } catch (UnreadableMeasure) {
            throw ImpossibleLettering::size($text);
        }
    }
}
