<?php

declare(strict_types=1);

namespace Snugfit\Web\Show;

use Snugfit\Core\Failure;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Scene\FrameChoice;
use Snugfit\Core\Scene\SceneLook;
use Symfony\Component\HttpFoundation\InputBag;

/** What of the room's state an address holds: the scene, and how it is set up. */
final readonly class SceneQuery
{
    private function __construct(public ?string $scene, public SceneLook $look)
    {
    }

    /**
     * What is not said, or makes no sense, is as it hangs, or as usual.
     *
     * @param InputBag<string> $query
     * @param \Closure(?string): ?SceneLook $hung the look that a scene hangs with
     */
    public static function in(InputBag $query, \Closure $hung): self
    {
        $scene = $query->has('scene') ? $query->getString('scene') : null;
        $look = $hung($scene) ?? new SceneLook();
        $text = static fn (string $name, ?string $otherwise): ?string => $query->has($name) ? $query->getString($name) : $otherwise;
        $flag = static fn (string $name, bool $otherwise): bool => $query->has($name) ? '1' === $query->getString($name) : $otherwise;

        return new self($scene, new SceneLook(
            FrameChoice::tryFrom($text('frame', null) ?? '') ?? $look->frame,
            $query->has('mat') ? self::length($query->getString('mat')) : $look->mat,
            $flag('glass', $look->glass),
            self::colour($text('wall', $look->wall)),
            self::colour($text('fabric', $look->fabric)),
            $flag('proof', $look->isProof),
        ));
    }

    /** @return array<string, string> what an address says of a look; all of it, so that it overrules what hangs */
    public static function of(string $scene, SceneLook $look): array
    {
        return [
            'scene' => $scene,
            'frame' => $look->frame->value,
            'mat' => $look->mat?->written(Unit::Millimetre) ?? '',
            'glass' => $look->glass ? '1' : '0',
            'wall' => $look->wall ?? '',
            'fabric' => $look->fabric ?? '',
            'proof' => $look->isProof ? '1' : '0',
        ];
    }

    private static function length(string $text): ?Length
    {
        try {
            return '' === trim($text) ? null : Length::parse($text, Unit::Millimetre);
        } catch (Failure) {
            return null;
        }
    }

    private static function colour(?string $text): ?string
    {
        $colour = strtolower(ltrim($text ?? '', '#'));

        return 1 === preg_match('/^[0-9a-f]{6}$/', $colour) ? $colour : null;
    }
}
