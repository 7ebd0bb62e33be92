<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Writing;

use Snugfit\Core\Delivery\PdfBoxes;
use Snugfit\Core\Failure;
use Snugfit\Core\Lettering\Lettered;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Pixels\UnwritablePrintFile;

/** What is in a PDF, ours or another's, as poppler's pdfinfo and pdfimages read it. */
final readonly class PdfInspector
{
    /** Bytes at a file's end in which words lie: after its picture. */
    private const TAIL = 8_000_000;

    /** Bytes at its beginning in which a page says what is on it. */
    private const HEAD = 20_000;

    private function __construct(private string $path, public PdfBoxes $boxes)
    {
    }

    /** @throws UnwritablePrintFile where it cannot be read */
    public static function of(string $path): self
    {
        $text = self::run('pdfinfo', '-box', '-f', '1', '-l', '1', $path);
        $media = self::box($text, 'MediaBox') ?? throw UnwritablePrintFile::unreadable('the PDF has no page');
        $bleed = self::box($text, 'BleedBox') ?? $media;

        return new self(
            $path,
            new PdfBoxes(
                $media,
                $bleed,
                self::box($text, 'TrimBox') ?? $bleed,
                1 === preg_match('/^Pages:\s+(\d+)/m', $text, $found) ? (int) $found[1] : 1,
            ),
        );
    }

    /**
     * The page's picture as it is stored, for as long as it is looked at.
     *
     * @template T
     *
     * @param \Closure(string): T $look gets its path
     *
     * @return T
     */
    public function picture(\Closure $look): mixed
    {
        $folder = sys_get_temp_dir().'/snugfit-pdf-'.bin2hex(random_bytes(6));
        mkdir($folder, 0o700);
        try {
            self::run('pdfimages', '-all', '-f', '1', '-l', '1', $this->path, $folder.'/p');
            $found = glob($folder.'/p-*') ?: [];

            return match (\count($found)) {
                0 => throw UnwritablePrintFile::unreadable('the PDF\'s page holds no picture'),
                1 => $look($found[0]),
                default => throw UnwritablePrintFile::unreadable('the PDF\'s page is made of '.\count($found).' pictures'),
            };
        } finally {
            array_map(unlink(...), glob($folder.'/*') ?: []);
            rmdir($folder);
        }
    }

    /** Words that a page of ours draws on its picture, in the picture's pixels; null where it draws none. */
    public function lettering(): ?PdfLettering
    {
        $bytes = (string) file_get_contents($this->path, offset: max(0, (int) filesize($this->path) - self::TAIL));
        $start = strrpos($bytes, '<< /Type '.PdfLettering::TYPE.' /Length ');
        if (false === $start || 1 !== preg_match('~/Length (\d+) >>\nstream\n~', $bytes, $found, \PREG_OFFSET_CAPTURE, $start)) {
            return null;
        }
        try {
            return PdfLettering::fromRecord(substr($bytes, $found[0][1] + \strlen($found[0][0]), (int) $found[1][0]));
        } catch (Failure) {
            return null;
        }
    }

    /** Whether the page's content draws these words, where and in the colours that a recipe asks for. */
    public function draws(Lettered $lettered, Recipe $recipe): bool
    {
        $page = $recipe->write->page;
        if (null === $page) {
            return false;
        }
        [$unit, $box] = [PdfFile::unit($page), $page->bleedBox()];
        $place = array_map(static fn (float $value): float => $value / $unit, $box);
        $drawing = PdfLettering::in($lettered, $recipe->write->colour)->drawing($place, $recipe->size());

        return str_contains((string) file_get_contents($this->path, length: \strlen($drawing) + self::HEAD), $drawing);
    }

    /** @return ?array{float, float, float, float} */
    private static function box(string $text, string $name): ?array
    {
        if (1 !== preg_match("/$name:\\s+(-?[\\d.]+)\\s+(-?[\\d.]+)\\s+(-?[\\d.]+)\\s+(-?[\\d.]+)/", $text, $found)) {
            return null;
        }

        return [(float) $found[1], (float) $found[2], (float) $found[3], (float) $found[4]];
    }

    private static function run(string ...$command): string
    {
        // No shell in between: a path may hold anything.
        $process = proc_open(array_values($command), [1 => ['pipe', 'w'], 2 => ['pipe', 'w']], $pipes);
        if (false === $process) {
            throw UnwritablePrintFile::unreadable('the program that reads PDFs could not be started');
        }
        $output = (string) stream_get_contents($pipes[1]);
        $errors = trim((string) stream_get_contents($pipes[2]));

        return 0 === proc_close($process)
            ? $output
            : throw UnwritablePrintFile::unreadable(cause: new \RuntimeException($command[0].': '.$errors));
    }
}
