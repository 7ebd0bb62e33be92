<?php

declare(strict_types=1);

namespace Snugfit\Core\Upscale;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\MasterFormat;

/** A way of enlarging, how strongly it mends, and how much work it may be. */
final readonly class UpscaleSettings
{
    /**
     * Steps at JPEG's block borders against others, from which half and all of the mending is wanted. Measured on four
     * photographs: 1.07 to 1.10 at quality 85, 1.13 to 1.24 at 75, 1.21 to 1.36 at 60, 1.24 to 1.45 at 50, 1.38 to 1.66 at
     * 30. Half of it gains nearly as much as all and leaves more of the grain.
     */
    private const BLOCKS_SHOW = 1.15;
    private const BLOCKS_DISTURB = 1.5;

    public function __construct(
        public UpscaleMethod $method,
        /** Per cent of the mending; faithful makes up the rest. */
        public int $strength = 100,
        public Effort $effort = Effort::Usual,
    ) {
        if ($strength < 0 || $strength > 100) {
            throw ImpossibleUpscale::strength($strength);
        }
    }

    /** What suits a picture, by its kind, by what JPEG did to it, and by whether its colours are few. */
    public static function for(Kind $kind, MasterFacts $facts): self
    {
        $blocks = MasterFormat::Jpeg === $facts->format ? $facts->statistics->blockiness : 1.0;

        return match ($kind) {
            Kind::PixelArt => new self(UpscaleMethod::Nearest),
            Kind::FlatGraphic => new self(null === $facts->statistics->flatColours ? UpscaleMethod::Drawn : UpscaleMethod::Rebuilt),
            Kind::LineArt => new self(UpscaleMethod::Drawn),
            Kind::Photo, Kind::Illustration => match (true) {
                $blocks >= self::BLOCKS_DISTURB => new self(UpscaleMethod::Mending),
                $blocks >= self::BLOCKS_SHOW => new self(UpscaleMethod::Mending, 50),
                default => new self(UpscaleMethod::Faithful),
            },
        };
    }

    /** In a word, as addresses and memos hold it: "faithful", "mending-50", "drawn-best". */
    public function code(): string
    {
        return $this->method->value.
            (100 === $this->strength ? '' : '-'.$this->strength).
            (Effort::Usual === $this->effort ? '' : '-'.$this->effort->value);
    }

    /** Null for what is no such word. */
    public static function ofCode(string $code): ?self
    {
        if (1 !== preg_match('/^([a-z]+)(?:-(\d{1,2}))?(?:-(quick|best))?$/', $code, $found)) {
            return null;
        }
        $method = UpscaleMethod::tryFrom($found[1]);
        $effort = Effort::tryFrom($found[3] ?? '') ?? Effort::Usual;

        return null === $method || (Effort::Usual !== $effort && !$method->isLearned())
            ? null
            : new self($method, '' === ($found[2] ?? '') ? 100 : (int) $found[2], $effort);
    }

    /** The same with more or less work, where the way is a learned one. */
    public function with(Effort $effort): self
    {
        return $this->method->isLearned() ? new self($this->method, $this->strength, $effort) : $this;
    }

    public function label(): string
    {
        return $this->method->label().
            (UpscaleMethod::Mending === $this->method && 100 !== $this->strength ? \sprintf(' %d%%', $this->strength) : '').
            (Effort::Usual === $this->effort ? '' : ', '.$this->effort->value);
    }
}
