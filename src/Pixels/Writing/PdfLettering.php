<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Writing;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Lettering\Lettered;
use Snugfit\Core\Lettering\VectorPath;
use Snugfit\Core\MalformedJson;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Output\OutputColour;
use Snugfit\Pixels\Lettering\LetteringColour;

/**
 * Words on a PDF's page as outlines (ISO 32000-1, 8.5), in the picture's own colours. Beside them lies what they were drawn
 * from, as a page's private data (14.5), so that who shows the picture alone can lay them on it.
 */
final readonly class PdfLettering
{
    /** Names the colour space and the private data. */
    public const INK = '/Ink';
    public const TYPE = '/SnugfitLettering';

    private const PEN = ['M' => 'm', 'L' => 'l', 'C' => 'c', 'Z' => 'h'];

    /** @param array<string, list<float>> $inks samples of 0 to 255 for each colour, by its six hexadecimal digits */
    private function __construct(public Lettered $lettered, private array $inks)
    {
    }

    public static function in(Lettered $lettered, OutputColour $colour): self
    {
        $inks = [];
        foreach ($lettered->lines as $line) {
            $inks[$line->colour] ??= LetteringColour::delivered($colour)->samples($line->colour);
            $inks[$line->outlineColour] ??= LetteringColour::delivered($colour)->samples($line->outlineColour);
        }

        return new self($lettered, $inks);
    }

    /**
     * @param array{float, float, float, float} $place of the picture: left, bottom, right and top
     * @param PixelSize                         $size  its pixels, in which the outlines are counted
     */
    public function drawing(array $place, PixelSize $size): string
    {
        [$left, $bottom, $right, $top] = $place;
        $number = PdfObjects::number(...);
        [$across, $down] = [($right - $left) / $size->width, ($top - $bottom) / $size->height];
        $seen = $this->lettered->within ?? PixelWindow::whole($size);
        $drawing = \sprintf(
            "\nq %s %s %s %s re W n",
            $number($left + $seen->x * $across),
            $number($top - ($seen->y + $seen->height) * $down),
            $number($seen->width * $across),
            $number($seen->height * $down),
        );
        $drawing .= \sprintf(
            ' %s 0 0 %s %s %s cm',
            self::fine($across),
            self::fine(-$down),
            $number($left),
            $number($top),
        );
        foreach ($this->lettered->lines as $line) {
            $path = self::path($line->drawn());
            if ($line->outline > 0) {
                $drawing .= \sprintf(
                    "\n%s CS %s SC %s w 1 j%s S", self::INK, $this->ink($line->outlineColour), $number(2 * $line->outline), $path,
                );
            }
            $drawing .= \sprintf("\n%s cs %s sc%s f", self::INK, $this->ink($line->colour), $path);
        }

        return $drawing."\nQ";
    }

    public function record(): string
    {
        return json_encode([
            'inks' => $this->inks,
            'lines' => $this->lettered->toRecipe(),
            ...null === $this->lettered->within ? [] : ['within' => $this->lettered->within->toArray()],
        ], \JSON_THROW_ON_ERROR);
    }

    /** @throws MalformedJson */
    public static function fromRecord(string $json): ?self
    {
        $record = JsonReader::decode($json, 'a page');
        $lettered = Lettered::fromRecipe($record->records('lines'));
        $inks = [];
        foreach (array_keys($record->record('inks')->toArray()) as $colour) {
            $inks[(string) $colour] = $record->record('inks')->floats((string) $colour);
        }

        $within = $record->has('within') ? PixelWindow::fromRecord($record->record('within')) : null;

        return null === $lettered ? null : new self($lettered->within($within), $inks);
    }

    /** @return list<float> */
    public function samples(string $colour): array
    {
        return $this->inks[$colour] ?? [];
    }

    private function ink(string $colour): string
    {
        return implode(' ', array_map(
            static fn (float $value): string => PdfObjects::number($value / 255),
            $this->samples($colour),
        ));
    }

    private static function path(VectorPath $path): string
    {
        $drawn = '';
        foreach ($path->each() as [$step, $points]) {
            $drawn .= "\n".implode(' ', array_map(static fn (float $value): string => PdfObjects::number(round($value, 2)), $points))
                .' '.self::PEN[$step];
        }

        return $drawn;
    }

    /** Points a pixel: small numbers that pixels by the thousand are multiplied by. */
    private static function fine(float $value): string
    {
        return rtrim(number_format($value, 9, '.', ''), '0');
    }
}
