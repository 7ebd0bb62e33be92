<?php

declare(strict_types=1);

namespace Snugfit\Work\Lettering;

use Psr\Cache\CacheItemPoolInterface;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Lettering\GlyphLine;
use Snugfit\Core\Lettering\ImpossibleLettering;
use Snugfit\Core\Lettering\Typesetter;
use Snugfit\Core\Lettering\Words;
use Snugfit\Pixels\Job\SetWordsJob;
use Snugfit\Pixels\Lettering\Face;
use Snugfit\Pixels\Lettering\FaceShelf;
use Snugfit\Shop\CodeVersion;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;

/**
 * Has words set in a child process, since typefaces are files that people give, and keeps what came of it: a batch has the same
 * words on many products, and asks for them again with every page.
 */
final class ChildTypesetter implements Typesetter
{
    private const FOR = 30 * 86400;

    /** Words that are set at a time. */
    private const AT_ONCE = 200;

    /** Words that are held; others are read again from where they are kept. */
    private const KEPT = 600;

    /** @var array<string, GlyphLine> */
    private array $known = [];

    /** @var array<string, Face> looked for once, by code */
    private array $found = [];

    /** @var array<string, string> what tells a typeface's files from others, by code */
    private array $stamps = [];

    public function __construct(
        private readonly FaceShelf $faces,
        private readonly PixelProcessPool $processes,
        private readonly CacheItemPoolInterface $cache,
        private readonly CodeVersion $code,
    ) {
    }

    public function set(array $words): array
    {
        if (\count($this->known) > self::KEPT) {
            // A worker lives long, and a batch has thousands of titles.
            $this->known = [];
        }
        $keys = array_map($this->key(...), $words);
        $missing = [];
        foreach ($words as $i => $one) {
            if (!isset($this->known[$keys[$i]])) {
                $kept = $this->cache->getItem($keys[$i])->get();
                $kept instanceof GlyphLine ? $this->known[$keys[$i]] = $kept : $missing[$keys[$i]] = $one;
            }
        }
        foreach (array_chunk($missing, self::AT_ONCE, true) as $some) {
            $this->setNow($some);
        }

        return array_map(fn (string $key): GlyphLine => $this->known[$key], $keys);
    }

    /** @param non-empty-array<string, Words> $words by key */
    private function setNow(array $words): void
    {
        $needed = array_intersect_key($this->found, array_flip(array_map(static fn (Words $one): string => $one->face->code, $words)));
        try {
            $lines = $this->processes->start(new SetWordsJob(array_values($words), $needed))->facts()->records('lines');
        } catch (PixelJobFailed $e) {
            throw ImpossibleLettering::failed($e->getMessage(), $e);
        }
        foreach (array_keys($words) as $i => $key) {
            $this->known[$key] = GlyphLine::fromRecord($lines[$i] ?? JsonReader::of([], 'a line of words'));
            $this->cache->saveDeferred($this->cache->getItem($key)->set($this->known[$key])->expiresAfter(self::FOR));
        }
        $this->cache->commit();
    }

    private function key(Words $words): string
    {
        $code = $words->face->code;
        $this->found[$code] ??= $this->faces->face($code);
        // A file that was put in another's place is another typeface.
        $this->stamps[$code] ??= implode(' ', array_map(
            static fn (string $path): string => $path.filesize($path).filemtime($path),
            $this->found[$code]->files,
        ));

        return 'words.'.hash('xxh128', serialize([$this->code->hash, $this->stamps[$code], $words->key()]));
    }
}
