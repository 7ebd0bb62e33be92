<?php

declare(strict_types=1);

namespace Snugfit\Core\Delivery;

use Snugfit\Core\Csv;
use Snugfit\Core\JsonReader;

/** What a delivery holds, and what it does not and why. */
final readonly class Manifest
{
    private const COLUMNS = [
        'master',
        'sha256',
        'product',
        'orientation',
        'crop_x',
        'crop_y',
        'crop_width',
        'crop_height',
        'enlargement',
        'verdict',
        'output_path',
        'output_width_px',
        'output_height_px',
        'output_ppi',
        'output_bytes',
        'output_sha256',
        'preflight',
        'reason',
    ];

    /**
     * @param list<ManifestEntry>                         $files
     * @param list<array{master: string, reason: string}> $unreadable
     * @param list<ManifestPreview>                       $previews
     */
    public function __construct(public array $files, public array $unreadable = [], public array $previews = [])
    {
    }

    public static function fromJson(string $json): self
    {
        $record = JsonReader::decode($json, 'a manifest');

        return new self(
            array_map(ManifestEntry::fromRecord(...), $record->records('files')),
            array_map(
                static fn (JsonReader $one): array => ['master' => $one->string('master'), 'reason' => $one->string('reason')],
                $record->records('unreadable'),
            ),
            $record->has('previews') ? array_map(ManifestPreview::fromRecord(...), $record->records('previews')) : [],
        );
    }

    public function json(): string
    {
        return json_encode(
            [
                'files' => array_map(static fn (ManifestEntry $entry): array => $entry->toArray(), $this->files),
                'unreadable' => $this->unreadable,
                ...[] === $this->previews ? [] : [
                    'previews' => array_map(static fn (ManifestPreview $one): array => $one->toArray(), $this->previews),
                ],
            ],
            \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_INVALID_UTF8_SUBSTITUTE | \JSON_THROW_ON_ERROR,
        )."\n";
    }

    /** RFC 4180, UTF-8, a line for every file and for every master that could not be read. */
    public function csv(): string
    {
        $lines = [self::COLUMNS];
        foreach ($this->files as $entry) {
            $output = $entry->output;
            $lines[] = [
                $entry->master,
                $entry->sha256,
                $entry->product,
                $entry->orientation,
                ...array_values($entry->crop->toArray()),
                $entry->enlargement,
                $entry->verdict,
                $output['path'] ?? '',
                $output['width_px'] ?? '',
                $output['height_px'] ?? '',
                $output['ppi'] ?? '',
                $output['bytes'] ?? '',
                $output['sha256'] ?? '',
                $entry->preflight->value,
                $entry->reason,
            ];
        }
        foreach ($this->unreadable as $one) {
            $lines[] = [$one['master'], ...array_fill(0, \count(self::COLUMNS) - 3, ''), PreflightResult::None->value, $one['reason']];
        }

        return implode('', array_map(Csv::line(...), $lines));
    }
}
