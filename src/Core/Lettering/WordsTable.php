<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

use Snugfit\Core\Csv;

/** What words in braces stand for, picture by picture: a table whose first column names the picture's file. */
final readonly class WordsTable
{
    private const MOST_COLUMNS = 40;
    private const MOST_LINES = 20_000;

    /**
     * @param list<string>                         $columns by which words are asked for
     * @param array<string, array<string, string>> $rows    words by column, by the picture's name
     */
    private function __construct(public array $columns = [], public array $rows = [])
    {
    }

    public static function none(): self
    {
        return new self();
    }

    /** @throws ImpossibleLettering */
    public static function read(string $csv): self
    {
        $lines = Csv::read($csv);
        $head = array_map(mb_strtolower(...), array_shift($lines) ?? []);
        if (\count($head) < 2 || \count($head) > self::MOST_COLUMNS || \count($lines) > self::MOST_LINES) {
            throw ImpossibleLettering::words('The first line names the columns: the picture\'s file first, then at least one of words.');
        }
        $columns = \array_slice($head, 1);
        $bad = array_filter($columns, static fn (string $name): bool => 1 !== preg_match('/^[^{}]{1,40}$/u', $name));
        if ([] !== $bad || \count(array_unique($columns)) < \count($columns)) {
            throw ImpossibleLettering::words('Each column has a name of its own, without braces.');
        }
        $rows = [];
        foreach ($lines as $at => $cells) {
            $key = self::key($cells[0]);
            if (isset($rows[$key])) {
                throw ImpossibleLettering::words(\sprintf('Line %d: "%s" stands there twice.', $at + 2, $cells[0]));
            }
            $words = array_pad(\array_slice($cells, 1, \count($columns)), \count($columns), '');
            $rows[$key] = array_combine($columns, array_map(
                static fn (string $word): string => trim((string) preg_replace('/\s+/u', ' ', $word)),
                $words,
            ));
        }

        return new self($columns, $rows);
    }

    /**
     * By its whole path, or by its name, with or without ending.
     *
     * @return array<string, string> none where it is not in the table
     */
    public function of(string $master): array
    {
        $path = str_replace('\\', '/', $master);

        return $this->rows[self::key($path)] ?? $this->rows[self::key(basename($path))] ?? [];
    }

    private static function key(string $name): string
    {
        return mb_strtolower((string) preg_replace('/\.[a-z0-9]{2,5}$/i', '', trim($name)));
    }
}
