<?php

declare(strict_types=1);

namespace Snugfit\Console\Trial;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Vips\Image;

/** A person with a browser and patience: what is not answered is asked again, as our pages do. */
final class TrialClient
{
    /** @var array<string, string> SHA-256 of what was given, by its name */
    public array $given = [];
    private int $pictures = 0;

    public function __construct(private readonly TrialShop $shop)
    {
    }

    /**
     * @param non-empty-string     $method
     * @param list<string>         $headers
     *
     * @return array{int, string, array<string, string>} status (0 for no answer), body, headers
     */
    public function ask(string $method, string $path, string $body = '', array $headers = [], int $seconds = 60): array
    {
        $answered = [];
        $curl = curl_init(\sprintf('http://127.0.0.1:%d%s', $this->shop->port, $path));
        curl_setopt_array($curl, [
            \CURLOPT_CUSTOMREQUEST => $method,
            \CURLOPT_NOBODY => 'HEAD' === $method,
            \CURLOPT_RETURNTRANSFER => true,
            \CURLOPT_TIMEOUT => $seconds,
            \CURLOPT_CONNECTTIMEOUT => 5,
            \CURLOPT_HTTPHEADER => [\sprintf('Origin: http://127.0.0.1:%d', $this->shop->port), 'X-Act: csrf-token', ...$headers],
            \CURLOPT_HEADERFUNCTION => static function ($curl, string $line) use (&$answered): int {
                [$name, $value] = [...explode(':', $line, 2), ''];
                $answered[strtolower(trim($name))] = trim($value);

                return \strlen($line);
            },
        ] + ('' === $body ? [] : [\CURLOPT_POSTFIELDS => $body]));
        $content = curl_exec($curl);
        $status = curl_getinfo($curl, \CURLINFO_RESPONSE_CODE);

        return [false !== $content ? $status : 0, \is_string($content) ? $content : '', $answered];
    }

    public function openBatch(string $name, string ...$products): int
    {
        $this->persist(fn (): bool => \in_array(
            $this->ask('POST', '/batches', http_build_query(['_token' => 'csrf-token', 'name' => $name]))[0],
            [302, 303],
            true,
        ));
        $batch = $this->shop->number("SELECT MAX(id) FROM batch WHERE name = '$name'");
        $this->shop->database()->exec(\sprintf("UPDATE batch SET product_codes = '%s' WHERE id = %d", json_encode($products), $batch));

        return $batch;
    }

    /** @return string the bytes of a picture that no other is like */
    public function picture(int $width = 900, int $height = 600): string
    {
        $number = ++$this->pictures;
        $row = '';
        for ($x = 0; $x < $width; ++$x) {
            $row .= \chr(($x * $number) % 251).\chr(($x * 3) % 241).\chr(($x + $number) % 239);
        }
        $path = \sprintf('%s/snugfit-trial-%d.png', sys_get_temp_dir(), getmypid());
        Image::ofBytes(str_repeat($row, $height), new PixelSize($width, $height), 3)->save('png', $path, []);
        $bytes = (string) file_get_contents($path);
        unlink($path);

        return $bytes;
    }

    /** Sends a file as our pages do: announced, in parts, and gone on with where it broke off. */
    public function upload(int $batch, string $name, string $bytes): void
    {
        $place = '';
        $announce = function () use ($batch, $name, $bytes, &$place): bool {
            $headers = ['Upload-Length: '.\strlen($bytes), 'Upload-Metadata: filename '.base64_encode($name)];
            [$status, , $answer] = $this->ask('POST', "/batches/$batch/uploads", ' ', $headers);
            $place = $answer['location'] ?? '';

            return 201 === $status;
        };
        $this->persist($announce);
        $this->persist(function () use ($bytes, &$place, $announce): bool {
            [$status, , $answer] = $this->ask('HEAD', $place);
            if (404 === $status) {
                $announce();

                return false;
            }
            $offset = (int) ($answer['upload-offset'] ?? -1);
            if (200 !== $status || $offset < 0) {
                return false;
            }
            if ($offset >= \strlen($bytes)) {
                return true;
            }
            $headers = ['Upload-Offset: '.$offset, 'Content-Type: application/offset+octet-stream'];
            $this->ask('PATCH', $place, substr($bytes, $offset, 40_000), $headers);

            return false;
        }, 0);
        $this->given[$name] = hash('sha256', $bytes);
    }

    public function startRun(int $batch): void
    {
        $this->persist(fn (): bool => \in_array(
            $this->ask('POST', "/batches/$batch/run", http_build_query(['_token' => 'csrf-token']))[0],
            [302, 303],
            true,
        ));
    }

    /** @param \Closure(): bool $act */
    public function persist(\Closure $act, int $pause = 400_000): void
    {
        for ($until = microtime(true) + 400; microtime(true) < $until;) {
            if ($act()) {
                return;
            }
            usleep($pause);
        }
        throw new TrialFailed('Something was tried for minutes and never answered.');
    }
}
