<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;

/** Bind print files to one PDF, a page each, with their trim and bleed. */
final readonly class BookletJob implements PixelJob
{
    private const MOST_SECONDS = 1800.0;

    /** @param list<BookletPage> $pages in their order */
    public function __construct(public array $pages, public string $target)
    {
    }

    public static function name(): string
    {
        return 'booklet';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(array_map(BookletPage::fromJson(...), $job->records('pages')), JobPath::in($job, 'target'));
    }

    public function toArray(): array
    {
        return [
            'pages' => array_map(static fn (BookletPage $page): array => $page->toArray(), $this->pages),
            'target' => JobPath::encoded($this->target),
        ];
    }

    public function files(): JobFiles
    {
        return new JobFiles(array_map(static fn (BookletPage $page): string => $page->file, $this->pages), [$this->target]);
    }

    public function timeLimit(): float
    {
        return self::MOST_SECONDS;
    }
}
