<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

/**
 * How fast each network is on this machine, learnt from what it did last: the pace of a worker of one thread that has a core for
 * itself.
 */
final class UpscaleThroughput
{
    /** Of what was known before, when something new is learnt. */
    private const REMEMBER = 0.7;

    private readonly string $path;

    /** @var array{string, array<string, array{float, float}>} when and how large the note was when it was read, and what stood in it */
    private array $read = ['', []];

    public function __construct(string $folder)
    {
        $this->path = $folder.'/pace.json';
    }

    /** @param string $doubler as it names itself */
    public function megapixelsPerSecond(string $doubler): float
    {
        [$megapixels, $seconds] = $this->known()[$doubler] ?? [0.0, 0.0];

        return $megapixels > 0 && $seconds > 0 ? $megapixels / $seconds : self::before($doubler);
    }

    /** Until something is learnt: a little less than was measured on one core of two. */
    private static function before(string $doubler): float
    {
        return match (true) {
            str_contains($doubler, '-best') => 0.2,
            str_starts_with($doubler, 'quick') => 5.0,
            str_starts_with($doubler, 'mending-blend') => 0.7,
            str_starts_with($doubler, 'textured') => 1.2,
            str_starts_with($doubler, 'mending') => 1.0,
            str_contains($doubler, '-blend') => 1.2,
            default => 2.0,
        };
    }

    public function learn(string $doubler, float $megapixels, float $seconds): void
    {
        $known = $this->known();
        [$before, $took] = $known[$doubler] ?? [0.0, 0.0];
        $known[$doubler] = [self::REMEMBER * $before + $megapixels, self::REMEMBER * $took + $seconds];
        // Whole or not at all: several workers learn at once, and one of them may be killed.
        $aside = $this->path.'.'.bin2hex(random_bytes(4));
        if (false !== @file_put_contents($aside, json_encode($known, \JSON_THROW_ON_ERROR))) {
            rename($aside, $this->path);
            $this->read = ['', []];
        }
    }

    /** @return array<string, array{float, float}> megapixels and seconds */
    private function known(): array
    {
        clearstatcache(true, $this->path);
        $written = (string) @filemtime($this->path).' '.(string) @filesize($this->path);
        if ($this->read[0] !== $written) {
            $this->read = [$written, $this->readKnown()];
        }

        return $this->read[1];
    }

    /** @return array<string, array{float, float}> */
    private function readKnown(): array
    {
        $kept = is_file($this->path) ? json_decode((string) file_get_contents($this->path), true) : null;
        $known = [];
        foreach (\is_array($kept) ? $kept : [] as $doubler => $one) {
            if (\is_array($one) && is_numeric($one[0] ?? null) && is_numeric($one[1] ?? null)) {
                $known[(string) $doubler] = [(float) $one[0], (float) $one[1]];
            }
        }

        return $known;
    }
}
