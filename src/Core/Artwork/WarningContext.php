<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\Output\Profile;

/** What is known of the prints that are wanted of a master, so that warnings speak of these and not of others. */
final readonly class WarningContext
{
    /**
     * @param list<Profile> $profiles that the wanted products are delivered in; sRGB where none is wanted yet
     * @param ?string       $matte    six hexadecimal digits; null where nobody has chosen one, which is white
     */
    public function __construct(public array $profiles = [Profile::Srgb], public ?string $matte = null)
    {
    }

    /** @return list<Profile> that cannot show what lies outside of sRGB */
    public function narrowProfiles(): array
    {
        return array_values(array_filter($this->profiles, static fn (Profile $profile): bool => !$profile->isWiderThanSrgb()));
    }

    /** The profiles in words: "sRGB", "sRGB or grey". */
    public function profilesInWords(): string
    {
        return implode(' or ', array_map(static fn (Profile $profile): string => $profile->label(), $this->profiles));
    }

    public function matteInWords(): string
    {
        return match ($this->matte) {
            null => 'white unless you choose another',
            'ffffff' => 'white',
            '000000' => 'black',
            default => '#'.$this->matte,
        };
    }
}
