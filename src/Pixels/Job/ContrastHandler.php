<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Lettering\LetteredLine;
use Snugfit\Pixels\Colour\OutputColourConverter;
use Snugfit\Pixels\Lettering\LetteringMeasurer;
use Snugfit\Pixels\PrintRenderer;

/** Looks at words and ground in a small print. */
final readonly class ContrastHandler implements PixelJobHandler
{
    /** Pixels on the long side. */
    private const SIDE = 1000;

    public function __construct(private PrintRenderer $renderer, private JobMasters $masters)
    {
    }

    public function name(): string
    {
        return ContrastJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = ContrastJob::fromJson($record);
        $master = $this->masters->prepared($job->master, $job->recipe->repair);
        $small = $job->recipe->inSmall(self::SIDE);
        $ground = OutputColourConverter::of($master, $small)
            ->onScreen($this->renderer->of($master, $small->unlettered(), once: true))
            ->copyToMemory();

        return ['contrast' => array_map(
            static fn (LetteredLine $line): ?float => LetteringMeasurer::contrast($ground, $line),
            $small->letteredInFile()->lines ?? [],
        )];
    }
}
