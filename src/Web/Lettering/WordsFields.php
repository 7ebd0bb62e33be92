<?php

declare(strict_types=1);

namespace Snugfit\Web\Lettering;

use Snugfit\Core\Lettering\TextLine;
use Symfony\Component\Validator\Constraints as Assert;

/** What words in braces stand for on one picture, as the lettering room sends it. */
final readonly class WordsFields
{
    private const MOST = 40;

    /** @param array<string, string> $words by their names */
    public function __construct(
        #[Assert\Count(max: self::MOST, maxMessage: 'A picture has at most {{ limit }} words of its own.')] public array $words = [],
        public string $for = '',
    ) {
    }

    /** @return array<string, string> */
    public function words(): array
    {
        $words = [];
        foreach ($this->words as $name => $word) {
            $plain = trim((string) preg_replace('/\s+/u', ' ', $word));
            $words[mb_strtolower(trim((string) $name))] = mb_substr($plain, 0, TextLine::LONGEST);
        }
        unset($words['']);

        return $words;
    }
}
