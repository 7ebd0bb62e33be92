<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Writing;

/**
 * Inks with a name of their own that areas of a drawing are printed with: in a PDF a plate each (Separation, ISO 32000-1, 8.6.6.4).
 * Outlines that were traced say them as the title of a group (SvgWriter); what has the same colour is of the same ink.
 */
final readonly class SpotColours
{
    /** @param array<string, string> $names by colour, six hexadecimal digits */
    private function __construct(private array $names)
    {
    }

    public static function none(): self
    {
        return new self([]);
    }

    public static function inSvg(string $svg): self
    {
        preg_match_all('~<g id="((?:paint|layer)-\d+)">\n<title>([^<]{1,240})</title>~', $svg, $groups, \PREG_SET_ORDER);
        $names = [];
        foreach ($groups as [, $group, $title]) {
            if (1 === preg_match('~<use xlink:href="#'.$group.'" fill="#([0-9a-f]{6})"~', $svg, $found)) {
                $names[$found[1]] = html_entity_decode($title, \ENT_QUOTES | \ENT_XML1);
            }
        }

        return new self($names);
    }

    public function areNone(): bool
    {
        return [] === $this->names;
    }

    /** Colour spaces for a page's or a form's resources; the alternative counts in a profile's RGB. */
    public function spaces(int $profile): string
    {
        $spaces = '';
        foreach (array_keys($this->names) as $i => $colour) {
            $spaces .= \sprintf(
                ' /Spot%d [/Separation /%s [/ICCBased %d 0 R] << /FunctionType 2 /Domain [0 1] /C0 [1 1 1] /C1 [%s] /N 1 >>]',
                $i + 1,
                self::escaped($this->names[$colour]),
                $profile,
                implode(' ', array_map(PdfObjects::number(...), self::shares((string) $colour))),
            );
        }

        return $spaces;
    }

    /** What a page draws, in these inks where it was in their colours. */
    public function in(string $content): string
    {
        $numbers = array_flip(array_map(strval(...), array_keys($this->names)));
        $level = static fn (string $share): int => (int) round(255 * (float) $share);

        return [] === $numbers ? $content : (string) preg_replace_callback(
            '~(?<![\d.])([01]?\.?\d+) ([01]?\.?\d+) ([01]?\.?\d+) (rg|RG)\b~',
            static function (array $found) use ($numbers, $level): string {
                $number = $numbers[\sprintf('%02x%02x%02x', $level($found[1]), $level($found[2]), $level($found[3]))] ?? null;

                return null === $number
                    ? $found[0]
                    : \sprintf('rg' === $found[4] ? '/Spot%d cs 1 scn' : '/Spot%d CS 1 SCN', $number + 1);
            },
            $content,
        );
    }

    /** @return list<float> */
    private static function shares(string $colour): array
    {
        return array_map(static fn (string $pair): float => (float) hexdec($pair) / 255, str_split($colour, 2));
    }

    private static function escaped(string $name): string
    {
        return (string) preg_replace_callback(
            '~[^A-Za-z0-9_.-]~',
            static fn (array $found): string => \sprintf('#%02X', \ord($found[0])),
            $name,
        );
    }
}
