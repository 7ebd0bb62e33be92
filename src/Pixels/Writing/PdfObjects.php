<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Writing;

use Snugfit\Pixels\UnwritablePrintFile;

/** The objects of a PDF (ISO 32000-1) as they are written, one after the other, with the table that says where each begins. */
final class PdfObjects
{
    /** @param resource $file */
    private function __construct(
        private $file,
        private readonly string $path,
        private int $at = 0,
        /** @var array<int, int> */
        private array $places = [],
    ) {
    }

    /**
     * @param \Closure(self): void $write
     *
     * @throws UnwritablePrintFile
     */
    public static function into(string $path, \Closure $write): void
    {
        $file = fopen($path, 'w') ?: throw UnwritablePrintFile::at($path);
        try {
            $objects = new self($file, $path);
            $objects->put("%PDF-1.6\n%\xE2\xE3\xCF\xD3\n");
            $write($objects);
        } finally {
            fclose($file);
        }
    }

    public function object(int $number, string $content): void
    {
        $this->begin($number);
        $this->put($content."\nendobj\n");
    }

    public function stream(int $number, string $fields, string $content): void
    {
        $this->object($number, \sprintf("<< %s/Length %d >>\nstream\n%s\nendstream", $fields, \strlen($content), $content));
    }

    /** A file's bytes as they are, copied through. */
    public function streamOf(int $number, string $fields, string $path): void
    {
        $bytes = (int) filesize($path);
        $this->begin($number);
        $this->put(\sprintf("<< %s/Length %d >>\nstream\n", $fields, $bytes));
        $from = fopen($path, 'r') ?: throw UnwritablePrintFile::at($this->path);
        try {
            if (stream_copy_to_stream($from, $this->file) !== $bytes) {
                throw UnwritablePrintFile::at($this->path);
            }
        } finally {
            fclose($from);
        }
        $this->at += $bytes;
        $this->put("\nendstream\nendobj\n");
    }

    /** @param int $info the object that tells who made it */
    public function end(int $info): void
    {
        $start = $this->at;
        ksort($this->places);
        $count = \count($this->places) + 1;
        $table = "xref\n0 $count\n0000000000 65535 f \n";
        foreach ($this->places as $place) {
            $table .= \sprintf("%010d 00000 n \n", $place);
        }
        $this->put($table."trailer\n<< /Size $count /Root 1 0 R /Info $info 0 R >>\nstartxref\n$start\n%%EOF\n");
    }

    public static function number(float $value): string
    {
        return rtrim(rtrim(number_format($value, 5, '.', ''), '0'), '.');
    }

    /** @param array{float, float, float, float} $box */
    public static function box(array $box, int $unit = 1): string
    {
        return '['.implode(' ', array_map(static fn (float $value): string => self::number($value / $unit), $box)).']';
    }

    private function begin(int $number): void
    {
        $this->places[$number] = $this->at;
        $this->put("$number 0 obj\n");
    }

    private function put(string $bytes): void
    {
        if (fwrite($this->file, $bytes) !== \strlen($bytes)) {
            throw UnwritablePrintFile::at($this->path);
        }
        $this->at += \strlen($bytes);
    }
}
