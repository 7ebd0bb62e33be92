<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Core\Measure\Length;
use Snugfit\Pixels\PrintFileReader;
use Snugfit\Pixels\Writing\PdfSheet;
use Snugfit\Pixels\Writing\PdfSheets;
use Snugfit\Pixels\Writing\PlainJpeg;

/** Binds print files. */
final readonly class BookletHandler implements PixelJobHandler
{
    public function __construct(private PrintFileReader $files = new PrintFileReader())
    {
    }

    public function name(): string
    {
        return BookletJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = BookletJob::fromJson($record);
        PdfSheets::make($job->target, function (string $folder) use ($job): array {
            $sheets = array_map(
                fn (BookletPage $page, int $i): PdfSheet => $this->sheet($page, "$folder/$i.jpg"),
                $job->pages,
                array_keys($job->pages),
            );

            return [] === $sheets ? throw MalformedJson::field('a pixel job', 'pages', 'one at least') : $sheets;
        });

        return ['pages' => \count($job->pages)];
    }

    private function sheet(BookletPage $page, string $jpeg): PdfSheet
    {
        $found = $this->files->read($page->file);
        $this->files->inPicture($page->file, static function (string $picture) use ($jpeg): void {
            PlainJpeg::of($picture, $jpeg);
        });
        $points = static fn (Length $side): float => $side->inInches() * 72;
        [$width, $height] = [$found->size->width / $found->ppiAcross * 72, $found->size->height / $found->ppiDown * 72];

        return new PdfSheet(
            [$width, $height],
            [0.0, 0.0, $width, $height],
            $jpeg,
            $found->size,
            $found->channels,
            trim: [
                $points($page->bleed->left),
                $points($page->bleed->bottom),
                $width - $points($page->bleed->right),
                $height - $points($page->bleed->top),
            ],
        );
    }
}
