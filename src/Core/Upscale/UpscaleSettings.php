<?php

declare(strict_types=1);

namespace Snugfit\Core\Upscale;

/** A way of enlarging, how strongly it mends or gives texture, and how much work it may be. */
final readonly class UpscaleSettings
{
    /** Doublings that the network for clean pictures makes at once. */
    public const FOURFOLD = 2;

    /** Which networks these are by, as `UpscaleMethod::networks()` counts them. */
    private const NETWORKS_FOURFOLD = 6;

    public function __construct(
        public UpscaleMethod $method,
        /** Per cent of the mending or the texture; faithful makes up the rest. */
        public int $strength = 100,
        public Effort $effort = Effort::Usual,
    ) {
        if ($strength < 0 || $strength > 100) {
            throw ImpossibleUpscale::strength($strength);
        }
    }

    /** In a word, as addresses and memos hold it: "faithful", "mending-50", "textured-60", "drawn-best". */
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

        return null === $method || (Effort::Usual !== $effort && !$method->isLearned()) || (Effort::Best === $effort && !$method->hasBest())
            ? null
            : new self($method, '' === ($found[2] ?? '') ? 100 : (int) $found[2], $effort);
    }

    /** The same with more or less work, where the way is a learned one. */
    public function with(Effort $effort): self
    {
        return $this->method->isLearned() && (Effort::Best !== $effort || $this->method->hasBest())
            ? new self($this->method, $this->strength, $effort)
            : $this;
    }

    /** Whether the first two of so many doublings are made at once. */
    public function isFourfold(int $doublings): bool
    {
        return UpscaleMethod::Faithful === $this->method && Effort::Quick !== $this->effort && $doublings >= self::FOURFOLD;
    }

    /** Which networks so many doublings go by: the newest of them; the same as ever where none is at work. */
    public function networks(int $doublings): int
    {
        if (0 === $doublings || Effort::Quick === $this->effort) {
            return UpscaleMethod::NETWORKS_BEFORE;
        }
        if ($this->isFourfold($doublings)) {
            return self::NETWORKS_FOURFOLD;
        }
        // What repairs leaves the rest to the way for clean pictures, and all doublings but the first.
        $clean = $doublings > 1 || $this->strength < 100 ? $this->method->forClean()->networks() : 0;

        return max($this->method->networks(), $clean);
    }

    public function label(): string
    {
        return $this->method->label().
            ($this->method->hasStrength() && 100 !== $this->strength ? \sprintf(' %d%%', $this->strength) : '').
            (Effort::Usual === $this->effort ? '' : ', '.$this->effort->value);
    }
}
