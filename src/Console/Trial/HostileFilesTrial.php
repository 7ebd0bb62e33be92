<?php

declare(strict_types=1);

namespace Snugfit\Console\Trial;

/** Damaged and hostile files by the hundred: each gets a sentence or is read, and good ones beside them do not wait. */
final readonly class HostileFilesTrial implements Trial
{
    /** Seconds within which a good file is read, whatever else was given before it. */
    private const GOOD = 60;

    public function name(): string
    {
        return 'hostile files';
    }

    public function run(TrialShop $shop, TrialClient $client, int $size): string
    {
        mt_srand(7);
        $batch = $client->openBatch('Hostile', '4x6');
        $base = $client->picture(300, 200);
        for ($i = 0; $i < $size; ++$i) {
            $name = \sprintf('hostile-%03d.%s', $i, ['png', 'jpg', 'svg', 'tif', 'pdf'][$i % 5]);
            $client->upload($batch, $name, $this->hostile($i, $base));
        }
        $began = microtime(true);
        $client->upload($batch, 'good.png', $client->picture());
        $good = "SELECT COUNT(*) FROM batch_artwork WHERE file_name = 'good.png' AND state = 'read'";
        if (!$shop->until(self::GOOD, static fn (): bool => 1 === $shop->number($good))) {
            throw new TrialFailed('A good file waits behind hostile ones.');
        }
        $waited = microtime(true) - $began;
        (new TrialChecks($shop))->rests();
        $of = "SELECT COUNT(*) FROM batch_artwork WHERE batch_id = $batch AND ";
        $told = $shop->number($of."state = 'unreadable' AND length(reason) > 20");
        $read = $shop->number($of."state = 'read'") - 1;
        if ($told + $read !== $size) {
            throw new TrialFailed(\sprintf('Lost: of %d files %d were told and %d read.', $size, $told, $read));
        }

        return \sprintf('%d files: %d told with a sentence, %d read; a good one was read after %.1f s', $size, $told, $read, $waited);
    }

    private function hostile(int $i, string $png): string
    {
        $chunk = static fn (string $name, string $data): string => pack('N', \strlen($data)).$name.$data.pack('N', crc32($name.$data));
        $huge = "\x89PNG\r\n\x1a\n".$chunk('IHDR', pack('NNC5', 24_000, 24_000, 8, 2, 0, 0, 0))
            .$chunk('IDAT', (string) gzcompress(str_repeat("\0", 100_000)));
        $svg = '<svg xmlns="http://www.w3.org/2000/svg" width="9000" height="9000">';

        return match ($i % 10) {
            0 => substr($png, 0, mt_rand(0, \strlen($png) - 1)),
            1 => substr_replace($png, random_bytes(64), mt_rand(0, \strlen($png) - 64), 64),
            2 => random_bytes(mt_rand(1, 5_000)),
            3 => $huge,
            4 => $svg.'<filter id="a"><feTurbulence numOctaves="40"/>'.str_repeat('<feGaussianBlur stdDeviation="90"/>', 20)
                .'</filter><rect width="9000" height="9000" filter="url(#a)"/>'.$i.'</svg>',
            5 => '<!DOCTYPE svg [<!ENTITY a SYSTEM "file:///etc/passwd">]>'.$svg.'<text>&a;'.$i.'</text></svg>',
            6 => "\xFF\xD8\xFF\xE0".random_bytes(mt_rand(10, 900)),
            7 => "II*\0".pack('V', 8).pack('v', 60_000).random_bytes(600),
            8 => "%PDF-1.7\n".random_bytes(400),
            default => "\x89PNG\r\n\x1a\n".$chunk('IHDR', pack('NNC5', 0xFFFFFFF, $i + 1, 16, 6, 0, 0, 1)).$chunk('IEND', ''),
        };
    }
}
