<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

use Snugfit\Core\Csv;
use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Core\Measure\UnreadableMeasure;

/** A shelf as CSV or JSON, for taking away and bringing back. docs/guide.md lists the columns. */
final readonly class ProductTable
{
    public const COLUMNS = [
        'code',
        'name',
        'group',
        'width',
        'height',
        'free_size',
        'bleed',
        'target_ppi',
        'floor_ppi',
        'viewing_distance',
        'orientation',
        'formats',
        'safe_margin',
        'wrap',
        'transparency',
        'max_bytes',
        'limit',
        'profile',
        'intent',
        'black_point',
        'fit',
        'alignment',
        'fabrics',
        'pieces',
        'gap',
        'gap_hides',
    ];

    private const NEEDED = ['code', 'name', 'target_ppi'];
    private const CHOICES = ['transparency', 'black_point', 'gap_hides'];
    private const NUMBERS = ['target_ppi', 'floor_ppi', 'limit'];

    public function __construct(private ProductJson $json = new ProductJson())
    {
    }

    /** @param list<Product> $products */
    public function csv(array $products): string
    {
        $lines = Csv::line(self::COLUMNS);
        foreach ($products as $product) {
            $record = $this->json->write($product);
            $lines .= Csv::line(
                array_map(static function (string $column) use ($record): string|int|float {
                    $value = $record[$column] ?? '';

                    return match (true) {
                        \is_array($value) => implode('; ', array_filter($value, is_string(...))),
                        \is_bool($value) => $value ? 'yes' : 'no',
                        \is_string($value), \is_int($value), \is_float($value) => $value,
                        default => '',
                    };
                }, self::COLUMNS),
            );
        }

        return $lines;
    }

    /** @param list<Product> $products */
    public function json(array $products): string
    {
        return json_encode(
            ['products' => array_map($this->json->write(...), $products)],
            \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR,
        )."\n";
    }

    /**
     * Reads either form, all of it or nothing.
     *
     * @return list<Product>
     *
     * @throws UnreadableTable with a sentence for every line that is wrong
     */
    public function read(string $text): array
    {
        $text = (string) preg_replace('/^\xEF\xBB\xBF/', '', $text);
        [$records, $errors] = str_starts_with(ltrim($text), '{') ? $this->records($text) : $this->rows($text);
        $products = [];
        foreach ($records as $place => $record) {
            try {
                $product = $this->json->read(JsonReader::of($record, 'this product'));
                if (isset($products[$product->code])) {
                    throw new ImpossibleProduct(\sprintf('the code "%s" stands there twice.', $product->code));
                }
                $products[$product->code] = $product;
            } catch (MalformedJson|UnreadableMeasure|ImpossibleProduct|\ValueError $e) {
                $errors[$place] = lcfirst($e->getMessage());
            }
        }
        if ([] !== $errors || [] === $products) {
            throw UnreadableTable::lines($errors);
        }

        return array_values($products);
    }

    /** @return array{array<string, mixed>, array<string, string>} records and errors by place */
    private function records(string $text): array
    {
        try {
            $list = JsonReader::decode($text, 'the file')->toArray()['products'] ?? null;
        } catch (MalformedJson $e) {
            return [[], ['The file' => $e->getMessage()]];
        }
        $records = [];
        foreach (\is_array($list) ? array_values($list) : [] as $i => $record) {
            $records['Product '.($i + 1)] = $record;
        }

        return [$records, [] === $records ? ['The file' => 'it holds no "products".'] : []];
    }

    /** @return array{array<string, mixed>, array<string, string>} */
    private function rows(string $text): array
    {
        $file = fopen('php://temp', 'r+') ?: throw new \RuntimeException('There is no memory for the file.');
        fwrite($file, mb_scrub($text));
        rewind($file);
        $head = array_map(static fn (?string $name): string => strtolower(trim((string) $name)), fgetcsv($file, escape: '') ?: []);
        $unknown = array_diff($head, self::COLUMNS);
        $missing = array_diff(self::NEEDED, $head);
        if ([] !== $unknown || [] !== $missing) {
            return [
                [],
                [
                    'Line 1' => ([] === $missing ? '' : 'the columns '.implode(', ', $missing).' are missing. ').
                        ([] === $unknown ? '' : 'No column is called '.implode(', ', $unknown).'. ').
                        'Known: '.
                        implode(', ', self::COLUMNS).
                        '.',
                ],
            ];
        }
        $records = $errors = [];
        for ($line = 2; false !== ($cells = fgetcsv($file, escape: '')); ++$line) {
            if ([null] === $cells) {
                continue;
            }
            if (\count($cells) !== \count($head)) {
                $errors["Line $line"] = \sprintf('it has %d cells, but the first line names %d columns.', \count($cells), \count($head));
                continue;
            }
            $records["Line $line"] = $this->record(
                array_combine($head, array_map(static fn (?string $cell): string => trim((string) $cell), $cells)),
            );
        }

        return [$records, $errors];
    }

    /**
     * @param array<string, string> $cells
     *
     * @return array<string, mixed>
     */
    private function record(array $cells): array
    {
        $record = ['group' => '', 'bleed' => '0mm', 'orientation' => 'either', 'formats' => ['jpeg']];
        foreach ($cells as $column => $cell) {
            if ('' === $cell) {
                continue;
            }
            $record[$column] = match (true) {
                \in_array($column, self::NUMBERS, true) => is_numeric($cell) ? (float) $cell : $cell,
                'max_bytes' === $column => ctype_digit($cell) ? (int) $cell : $cell,
                \in_array($column, self::CHOICES, true) => \in_array(strtolower($cell), ['yes', 'true', '1'], true),
                'formats' === $column => preg_split('/\s*[;,]\s*/', strtolower($cell)) ?: [],
                'fabrics' === $column, 'bleed' === $column && str_contains($cell, ';') => preg_split('/\s*;\s*/', $cell) ?: [],
                default => $cell,
            };
        }

        return $record;
    }
}
