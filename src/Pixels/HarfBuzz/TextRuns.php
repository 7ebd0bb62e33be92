<?php

declare(strict_types=1);

namespace Snugfit\Pixels\HarfBuzz;

/** Takes a line apart into runs, as they stand from left to right (Unicode Standard Annex 9). */
final readonly class TextRuns
{
    /** ISO 15924: what takes the script of its neighbours. */
    private const ANY = ['Zyyy', 'Zinh', 'Zzzz'];

    /**
     * @param non-empty-list<FontFile> $files a character is set in the first that has it
     *
     * @return list<TextRun>
     */
    public static function of(string $text, array $files): array
    {
        $characters = mb_str_split($text);
        if ([] === $characters) {
            return [];
        }
        $codes = array_map(static fn (string $character): int => (int) mb_ord($character), $characters);
        $levels = self::levels($codes);
        $scripts = self::scripts($codes);
        $runs = [];
        $file = 0;
        foreach ($characters as $i => $character) {
            // Marks, spaces and signs that belong to no script stay in the font of what they follow.
            $isAny = 1 === preg_match('/^[\p{Common}\p{Inherited}]$/u', $character);
            $file = $isAny && $i > 0 && $files[$file]->has($codes[$i]) ? $file : self::file($codes[$i], $files);
            $last = end($runs);
            if (false !== $last && $last->level === $levels[$i] && $last->script === $scripts[$i] && $last->file === $file) {
                $runs[array_key_last($runs)] = new TextRun($last->text.$character, $last->level, $last->script, $file);
            } else {
                $runs[] = new TextRun($character, $levels[$i], $scripts[$i], $file);
            }
        }

        return self::fromLeft($runs);
    }

    /** @param non-empty-list<FontFile> $files */
    private static function file(int $code, array $files): int
    {
        foreach ($files as $i => $file) {
            if ($file->has($code)) {
                return $i;
            }
        }

        return 0;
    }

    /**
     * @param non-empty-list<int> $codes
     *
     * @return list<int>
     */
    private static function levels(array $codes): array
    {
        $bidi = HarfBuzz::bidi();
        $count = \count($codes);
        $text = $bidi->new("uint32_t[$count]");
        foreach ($codes as $i => $code) {
            $text[$i] = $code;
        }
        [$types, $levels, $direction] = [$bidi->new("uint32_t[$count]"), $bidi->new("signed char[$count]"), $bidi->new('uint32_t')];
        $direction->cdata = HarfBuzz::DIRECTION_OF_TEXT;
        $bidi->fribidi_get_bidi_types($text, $count, $types);
        $bidi->fribidi_get_par_embedding_levels($types, $count, \FFI::addr($direction), $levels);

        return array_map(static fn (int $i): int => $levels[$i], array_keys($codes));
    }

    /**
     * @param list<int> $codes
     *
     * @return list<int>
     */
    private static function scripts(array $codes): array
    {
        $library = HarfBuzz::library();
        $any = array_map(HarfBuzz::tag(...), self::ANY);
        $functions = $library->hb_unicode_funcs_get_default();
        $scripts = array_map(static fn (int $code): int => $library->hb_unicode_script($functions, $code), $codes);
        $real = array_values(array_filter($scripts, static fn (int $script): bool => !\in_array($script, $any, true)));
        $before = $real[0] ?? HarfBuzz::tag('Latn');
        foreach ($scripts as $i => $script) {
            $scripts[$i] = $before = \in_array($script, $any, true) ? $before : $script;
        }

        return $scripts;
    }

    /**
     * From the highest level down, whatever is at least as high is turned round (rule L2).
     *
     * @param list<TextRun> $runs in the order in which they are read
     *
     * @return list<TextRun>
     */
    private static function fromLeft(array $runs): array
    {
        $levels = array_map(static fn (TextRun $run): int => $run->level, $runs);
        for ($level = max([0, ...$levels]); $level > 0; --$level) {
            for ($i = 0, $count = \count($runs); $i < $count; ++$i) {
                $end = $i;
                while ($end < $count && $runs[$end]->level >= $level) {
                    ++$end;
                }
                if ($end > $i + 1) {
                    array_splice($runs, $i, $end - $i, array_reverse(\array_slice($runs, $i, $end - $i)));
                }
                $i = max($i, $end);
            }
        }

        return $runs;
    }
}
