<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Measure\UnreadableMeasure;

/** How large letters are: their em, on paper or as a share of the print. */
final readonly class LetterSize
{
    private const LARGEST_INCHES = 100.0;

    public function __construct(public Length|TrimShare $em)
    {
        $isSize = $em instanceof Length
            ? !$em->isZero() && $em->inInches() <= self::LARGEST_INCHES
            : $em->share > 0 && $em->share <= 1;
        if (!$isSize) {
            throw ImpossibleLettering::size($this->written());
        }
    }

    /**
     * Reads "12 mm", "24pt", "0.5 in" or "5 %".
     *
     * @throws ImpossibleLettering
     */
    public static function parse(string $text): self
    {
        if (1 === preg_match('/^\s*(\d+(?:[.,]\d+)?)\s*%\s*$/', $text, $part)) {
            return new self(new TrimShare((float) str_replace(',', '.', $part[1]) / 100));
        }
        try {
            return new self(Length::parse($text, Unit::Point));
        } catch (UnreadableMeasure) {
            throw ImpossibleLettering::size($text);
        }
    }

    public function on(PrintSize $trim): Length
    {
        return $this->em instanceof Length ? $this->em : $this->em->on($trim);
    }

    /** As text that parses to this very size. */
    public function written(): string
    {
        if ($this->em instanceof TrimShare) {
            return rtrim(rtrim(number_format(100 * $this->em->share, 3, '.', ''), '0'), '.').' %';
        }
        $isPoints = 0 === $this->em->ticks % (Unit::Point->ticks() / 4);

        return $this->em->written($isPoints ? Unit::Point : Unit::Millimetre);
    }
}
