<?php

declare(strict_types=1);

namespace Snugfit\Core\Output;

/** The colour space that a print file is delivered in; its profile is embedded. */
enum Profile: string
{
    case Srgb = 'srgb';
    /** Wider than sRGB, compatible with the usual wide-gamut space of photographers. */
    case Wide = 'wide-rgb';
    /** Four inks on coated paper. */
    case Coated = 'coated';
    case Grey = 'grey';

    private const OTHER_NAMES = [
        'rgb' => self::Srgb,
        'adobe-rgb' => self::Wide,
        'adobergb' => self::Wide,
        'adobergb1998' => self::Wide,
        'wide' => self::Wide,
        'cmyk' => self::Coated,
        'fogra39' => self::Coated,
        'coated-cmyk' => self::Coated,
        'gray' => self::Grey,
        'greyscale' => self::Grey,
        'grayscale' => self::Grey,
    ];

    /** By its name, or by one that people also write. */
    public static function named(string $name): ?self
    {
        $plain = strtolower(trim($name));

        return self::tryFrom($plain) ?? (self::OTHER_NAMES[$plain] ?? null);
    }

    public function label(): string
    {
        return match ($this) {
            self::Srgb => 'sRGB',
            self::Wide => 'wide-gamut RGB',
            self::Coated => 'CMYK, coated paper',
            self::Grey => 'grey',
        };
    }

    /** Without transparency. */
    public function channels(): int
    {
        return match ($this) {
            self::Srgb, self::Wide => 3,
            self::Coated => 4,
            self::Grey => 1,
        };
    }

    /**
     * Whether it may show what lies outside sRGB, be it as a brightness alone, so that a master's wider colours must not be cut
     * down to it.
     */
    public function isWiderThanSrgb(): bool
    {
        return self::Srgb !== $this;
    }

    public function keepsTransparency(): bool
    {
        return 3 === $this->channels();
    }

    /** Whether a profile's own description says that it is this one. */
    public function isDescribedBy(string $description): bool
    {
        return 1 ===
            preg_match(
                match ($this) {
                    self::Srgb => '/s\s?rgb|IEC\s?61966-2[-.]1/i',
                    self::Wide => '/adobe\s*rgb|compatible with adobe/i',
                    self::Coated => '/FOGRA39|(?<!un)coated/i',
                    self::Grey => '/gr[ae]y/i',
                },
                $description,
            );
    }
}
