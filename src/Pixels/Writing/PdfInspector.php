<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Writing;

use Snugfit\Core\Delivery\PdfBoxes;
use Snugfit\Core\Failure;
use Snugfit\Core\Lettering\Lettered;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Rounding;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Pixels\UnwritablePrintFile;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;

/** What is in a PDF, ours or another's, as poppler's pdfinfo and pdfimages read it. */
final readonly class PdfInspector
{
    /** Bytes at a file's end in which words lie: after its picture. */
    private const TAIL = 8_000_000;

    /** Bytes at its beginning in which a page says what is on it. */
    private const HEAD = 20_000;

    /** Pixels of a strip that lines are drawn in. */
    private const STRIP = 24_000_000;

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
     * The page's picture as it is stored, for as long as it is looked at; a page of lines is drawn at the pixels it was planned for.
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
            $lines = $this->lines();
            if (null !== $lines) {
                return $look($this->drawn($lines, $folder));
            }
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

    /** How many pixels a page of a master's own lines was planned for; null of any other. */
    public function lines(): ?PixelSize
    {
        $head = (string) file_get_contents($this->path, length: self::HEAD);

        return 1 === preg_match('~'.PdfFile::LINES.' \[(\d{1,6}) (\d{1,6})\]~', $head, $found) && $found[1] > 0 && $found[2] > 0
            ? new PixelSize((int) $found[1], (int) $found[2])
            : null;
    }

    /** @return string the path of a picture of what is within the bleed, in the page's own profile */
    private function drawn(PixelSize $size, string $folder): string
    {
        [$left, $bottom, $right, $top] = $this->boxes->bleed;
        [$x0, , $x1, $y1] = $this->boxes->media;
        $y0 = $this->boxes->media[1];
        [$across, $down] = [$size->width / max(1e-6, $right - $left), $size->height / max(1e-6, $top - $bottom)];
        $rows = max(1, intdiv(self::STRIP, $size->width));
        $all = null;
        for ($y = 0; $y < $size->height; $y += $rows) {
            // Strip by strip: the tool holds what it draws.
            $high = min($rows, $size->height - $y);
            self::run(
                'pdftocairo', '-tiff', '-tiffcompression', 'none', '-singlefile', '-f', '1', '-l', '1',
                '-scale-to-x', (string) Rounding::toWhole(($x1 - $x0) * $across),
                '-scale-to-y', (string) Rounding::toWhole(($y1 - $y0) * $down),
                '-x', (string) Rounding::toWhole(($left - $x0) * $across),
                '-y', (string) ($y + Rounding::toWhole(($y1 - $top) * $down)),
                '-W', (string) $size->width, '-H', (string) $high,
                $this->path, "$folder/strip-$y",
            );
            $strip = Image::load('tiff', "$folder/strip-$y.tif")->extractBands(0, 3);
            $all = null === $all
                ? $strip
                : $all->embed(0, 0, new PixelSize($size->width, $y + $high), Extend::Copy)->insert($strip, 0, $y);
        }
        $profile = $this->profile();
        if (null !== $profile) {
            file_put_contents($folder.'/profile.icc', $profile);
        }
        $picture = $folder.'/drawn.tif';
        ($all ?? throw UnwritablePrintFile::unreadable('the PDF\'s page is empty'))
            ->save('tiff', $picture, null === $profile ? [] : ['profile' => $folder.'/profile.icc']);

        return $picture;
    }

    /** The profile that a page of lines counts in. */
    public function profile(): ?string
    {
        $bytes = (string) file_get_contents($this->path);
        $begin = '~\n6 0 obj\n<< /N \d /Filter /FlateDecode /Length (\d+) >>\nstream\n~';
        if (1 !== preg_match($begin, $bytes, $found, \PREG_OFFSET_CAPTURE)) {
            return null;
        }
        $packed = substr($bytes, $found[0][1] + \strlen($found[0][0]), (int) $found[1][0]);
        $profile = @gzuncompress($packed);

        return false === $profile ? null : $profile;
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
