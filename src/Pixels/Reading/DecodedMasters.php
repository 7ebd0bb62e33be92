<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\Output\Profile;
use Snugfit\Pixels\Colour\ProfileFile;
use Snugfit\Pixels\Vips\Image;
use Symfony\Component\Process\ExecutableFinder;
use Symfony\Component\Process\Process;

/**
 * Opens masters. Those that libvips does not decode are decoded once, by a kept tool, and lie beside enlarged pictures under what
 * they were made of; whatever is missing is made again.
 */
final readonly class DecodedMasters
{
    /** Tool and the Debian package that it is in. */
    private const RAW = ['dcraw_emu', 'libraw-bin'];
    private const EPS = ['gs', 'ghostscript'];

    /** The camera's white balance, sixteen bits, wide RGB by its own curve, edges told apart by their direction. */
    private const DEVELOPED = ['-6', '-T', '-w', '-o', '2', '-g', '2.19921875', '0', '-q', '3'];

    /** A merged picture of more bytes than this is a bomb. */
    private const LARGEST_MERGED = 2_000_000_000;

    public function __construct(private string $folder)
    {
    }

    /**
     * @param ?string $sha256 of the master's bytes, where it is known
     *
     * @throws UnreadableMaster
     */
    public function open(string $path, ?string $sha256 = null): Master
    {
        $format = is_file($path) && is_readable($path) ? FormatSniffer::of($path) : null;
        if (null === $format) {
            return Master::open($path, $sha256);
        }
        $sha256 ??= (string) hash_file('sha256', $path);
        $kept = \sprintf('%s/decoded-%s/master.%s', $this->folder, $sha256, $format->decodedTo()->value);
        if (is_file($kept)) {
            // The longest unused ones are cleared.
            touch($kept);
        } else {
            is_dir(\dirname($kept)) || @mkdir(\dirname($kept), 0o755, true);
            $part = \sprintf('%s/%s.%s', \dirname($kept), bin2hex(random_bytes(4)), $format->decodedTo()->value);
            try {
                match ($format) {
                    MasterFormat::Raw => $this->develop($path, $part),
                    MasterFormat::Eps => $this->redraw($path, $part),
                    default => self::unpack($path, $part),
                };
                rename($part, $kept);
            } finally {
                @unlink($part);
            }
        }

        return Master::decoded($path, $format, $kept, $sha256);
    }

    /** Lines stay lines. */
    private function redraw(string $path, string $target): void
    {
        if (!str_contains((string) file_get_contents($path), '%%BoundingBox')) {
            throw UnreadableMaster::noBoundingBox();
        }
        $this->run(self::EPS, ['-q', '-dSAFER', '-dEPSCrop', '-sDEVICE=pdfwrite', '-o', $target, $path]);
    }

    private function develop(string $path, string $target): void
    {
        $plain = $target.'.plain';
        try {
            // It answers with success where it opened nothing.
            $this->run(self::RAW, [...self::DEVELOPED, '-Z', $plain, $path]);
            is_file($plain) || throw UnreadableMaster::damaged();
            Image::load('tiff', $plain, [])->save('tiff', $target, Image::LZW + ['profile' => ProfileFile::of(Profile::Wide)]);
        } finally {
            @unlink($plain);
        }
    }

    /**
     * @param array{string, string} $tool
     * @param list<string>          $arguments
     */
    private function run(array $tool, array $arguments): void
    {
        [$program, $package] = $tool;
        $found = (new ExecutableFinder())->find($program, null, ['/usr/bin']) ?? throw UnreadableMaster::needs($package);
        $process = new Process([$found, ...$arguments], timeout: null);
        if (0 !== $process->run()) {
            throw UnreadableMaster::damaged(new \RuntimeException(trim($process->getErrorOutput().$process->getOutput())));
        }
    }

    /** The merged picture that every OpenRaster file holds (OpenRaster 0.0.6). */
    private static function unpack(string $path, string $target): void
    {
        $zip = new \ZipArchive();
        if (true !== $zip->open($path, \ZipArchive::RDONLY)) {
            throw UnreadableMaster::damaged();
        }
        $entry = $zip->statName('mergedimage.png');
        $from = $zip->getStream('mergedimage.png');
        $to = fopen($target, 'w');
        if (false === $entry || false === $from || false === $to || $entry['size'] > self::LARGEST_MERGED) {
            throw UnreadableMaster::damaged();
        }
        // No more than it says it is: what says less is cut short, and found damaged.
        stream_copy_to_stream($from, $to, (int) $entry['size']);
        fclose($to);
        $zip->close();
    }
}
