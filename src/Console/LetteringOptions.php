<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Lettering\ImpossibleLettering;
use Snugfit\Core\Lettering\Lettering;
use Snugfit\Core\Lettering\LetteringRequest;
use Snugfit\Core\Lettering\TextLine;
use Snugfit\Core\Lettering\WordsTable;
use Snugfit\Core\MalformedJson;
use Snugfit\Pixels\Lettering\FaceShelf;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputOption;

/** Words that a command is asked to lay on prints. All methods throw InvalidArgumentException with a sentence. */
final readonly class LetteringOptions
{
    public function __construct(private Options $option, private FaceShelf $faces)
    {
    }

    public static function addTo(Command $command): void
    {
        $command
            ->addOption('lettering', null, InputOption::VALUE_REQUIRED, 'JSON file with lines of words for the prints (docs/guide.md)')
            ->addOption(
                'words',
                null,
                InputOption::VALUE_REQUIRED,
                'CSV file: the picture\'s file first, then what {column} in the lettering stands for',
            );
    }

    public function lettering(): Lettering
    {
        $path = $this->option->text('lettering');
        if (null === $path) {
            return new Lettering();
        }
        try {
            $asked = Lettering::fromRecord(JsonReader::decode($this->content($path), 'the lettering in '.basename($path)));
        } catch (MalformedJson $e) {
            throw new \InvalidArgumentException($e->getMessage(), previous: $e);
        }

        return $asked->each(fn (TextLine $line): TextLine => $this->found($line, \dirname($path)));
    }

    public function words(): WordsTable
    {
        $path = $this->option->text('words');

        return null === $path ? WordsTable::none() : WordsTable::read($this->content($path));
    }

    /** For one picture. */
    public function request(string $master): LetteringRequest
    {
        return LetteringRequest::ofPicture($this->lettering(), $master, $this->words()->of($master));
    }

    /** A face that is a file lies beside the lettering. */
    private function found(TextLine $line, string $folder): TextLine
    {
        $face = $line->style->face;
        if (1 !== preg_match('/\.(ttf|otf)$/i', $face->code)) {
            $this->faces->face($face->code);

            return $line;
        }
        $path = realpath(str_starts_with($face->code, '/') ? $face->code : $folder.'/'.$face->code);

        return false === $path ? throw ImpossibleLettering::font($face->code) : $line->inFace($path);
    }

    private function content(string $path): string
    {
        $text = is_file($path) ? file_get_contents($path) : false;

        return false === $text ? throw new \InvalidArgumentException(\sprintf('There is no file "%s".', $path)) : $text;
    }
}
