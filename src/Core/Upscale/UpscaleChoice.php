<?php

declare(strict_types=1);

namespace Snugfit\Core\Upscale;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFacts;

/** The way that suits a picture, and why: by its kind and by what was done to it before. */
final readonly class UpscaleChoice
{
    private function __construct(public UpscaleSettings $settings, /** One sentence. */ public string $why)
    {
    }

    public static function for(Kind $kind, MasterFacts $facts): self
    {
        $expected = $facts->evidence?->expected;

        return null === $expected || Kind::PixelArt === $kind
            ? ChoiceByDamage::of($kind, $facts)
            : ChoiceByErrors::of($kind, $facts, $facts->evidence, $expected);
    }

    /** @return list<UpscaleSettings> all by networks that can come of it */
    public static function all(): array
    {
        $all = [];
        foreach ([UpscaleMethod::Faithful, UpscaleMethod::Drawn, UpscaleMethod::Rebuilt] as $way) {
            $all[] = new UpscaleSettings($way);
        }
        foreach (UpscaleMethod::repairs() as $repair) {
            foreach (RepairStrength::all() as $strength) {
                $all[] = new UpscaleSettings($repair, $strength);
            }
        }

        return $all;
    }

    /** @param string $what of the picture, such as "Photo, clean" */
    public static function plain(UpscaleMethod $method, string $what): self
    {
        return new self(new UpscaleSettings($method), \sprintf('%s: %s.', $what, $method->label()));
    }

    /** A flat graphic is drawn in its own colours where it has few. */
    public static function drawn(Kind $kind, MasterFacts $facts, string $what): self
    {
        $colours = $facts->statistics->flatColours;

        return Kind::FlatGraphic === $kind && null !== $colours
            ? new self(new UpscaleSettings(UpscaleMethod::Rebuilt), \sprintf('%s, of %d colours: drawn in these.', $what, $colours))
            : self::plain(UpscaleMethod::Drawn, $what);
    }

    public static function inBlocks(): self
    {
        return new self(new UpscaleSettings(UpscaleMethod::Nearest), 'Pixel art: every pixel becomes a block.');
    }

    /** @param string $damage such as "Noise of about 8 levels" */
    public static function repaired(UpscaleMethod $method, string $damage, int $strength): self
    {
        $done = match ($method) {
            UpscaleMethod::Mending => 'mended',
            default => $method->label(),
        };

        return new self(
            new UpscaleSettings($method, $strength),
            \sprintf('%s: %s%s.', $damage, $done, $strength < 100 ? \sprintf(' by %d%%', $strength) : ''),
        );
    }
}
