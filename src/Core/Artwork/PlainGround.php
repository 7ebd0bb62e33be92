<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\ColourDifference;
use Snugfit\Core\Measure\FractionBox;

/** The plain ground that a picture's subject stands on, as measured: it makes a design of it. */
final readonly class PlainGround
{
    /** CIEDE2000 from a fabric under which an outline is hard to see on it, and the share of the outline that may be. */
    private const NEAR = 12.0;
    private const LOST = 0.25;

    public function __construct(
        /** Six hexadecimal digits; null where it is transparent. */
        public ?string $colour,
        /** What stands on it, in fractions of the upright picture: outside, there is nothing but ground. */
        public FractionBox $subject,
        /** @var list<OutlineColour> of a transparent one: of what colours the subject's outline is */
        public array $outline = [],
    ) {
    }

    /** @param list<OutlineColour> $outline */
    public static function transparent(FractionBox $subject = new FractionBox(0, 0, 1, 1), array $outline = []): self
    {
        return new self(null, $subject, $outline);
    }

    /**
     * How much of the subject's outline is hard to see on a fabric.
     *
     * @param string $fabric sRGB, six hexadecimal digits
     *
     * @return float 0 to 1
     */
    public function lostOn(string $fabric): float
    {
        // A sheet asks for the same ones on many products.
        /** @var \WeakMap<self, array<array-key, float>> $known */
        static $known = new \WeakMap();
        $shares = $known[$this] ?? [];
        $shares[$fabric] ??= $this->shareNear($fabric);
        $known[$this] = $shares;

        return $shares[$fabric];
    }

    private function shareNear(string $fabric): float
    {
        $near = array_filter(
            $this->outline,
            static fn (OutlineColour $one): bool => ColourDifference::between($one->colour, $fabric) < self::NEAR,
        );

        return min(1.0, array_sum(array_map(static fn (OutlineColour $one): float => $one->share, $near)));
    }

    /** Whether so much of it is lost that a person should know: dark on dark, light on light. */
    public function isLostOn(string $fabric): bool
    {
        return $this->lostOn($fabric) > self::LOST;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'colour' => $this->colour,
            'subject' => $this->subject->toList(),
            'outline' => array_map(
                static fn (OutlineColour $one): array => ['colour' => $one->colour, 'share' => $one->share],
                $this->outline,
            ),
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            $record->optionalString('colour'),
            FractionBox::listOf([$record->toArray()['subject'] ?? null])[0],
            array_map(
                static fn (JsonReader $one): OutlineColour => new OutlineColour($one->string('colour'), $one->float('share')),
                $record->records('outline'),
            ),
        );
    }
}
