<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\Delivery\PrintQualityMeasures;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Pixels\PrintFileMaker;
use Snugfit\Pixels\PrintFileReader;
use Snugfit\Pixels\PrintMeasurer;
use Snugfit\Pixels\PrintRenderer;
use Snugfit\Pixels\Writing\PdfInspector;

/** Makes a print file, and finds in it what preflight asks for. */
final readonly class MakePrintHandler implements PixelJobHandler
{
    public function __construct(
        private PrintRenderer $renderer,
        private JobMasters $masters,
        private PrintFileReader $printFiles = new PrintFileReader(),
    ) {
    }

    public function name(): string
    {
        return MakePrintJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = MakePrintJob::fromJson($record);
        $recipe = Recipe::fromJson($job->recipe);
        $master = $this->masters->verified($job->master, $recipe->repair);
        (new PrintFileMaker($this->renderer))->make($master, $recipe, $job->target, $tell);
        $found = $this->printFiles->read($job->target);
        if (null !== $job->proof) {
            KeptPicture::thumbnail($this->printFiles, $job->target, $job->proof);
        }
        // A file of the wrong size is told by that; its picture could not be laid beside the plan.
        if (!$found->size->equals($recipe->size())) {
            return $found->toArray();
        }
        $measurer = new PrintMeasurer($this->renderer);
        $measures = $this->printFiles->inStored(
            $job->target,
            static fn (string $file): PrintQualityMeasures => $measurer->measure($master, $recipe, $file, $job->copy),
        );

        return $found->with(self::withWords($measures, $recipe, $job->target))->toArray();
    }

    /** With what a page draws itself: it is there, or it is not. */
    public static function withWords(PrintQualityMeasures $measures, Recipe $recipe, string $file): PrintQualityMeasures
    {
        $drawn = $recipe->drawnByPage();

        return null === $drawn
            ? $measures
            : $measures->withLettering(PdfInspector::of($file)->draws($drawn, $recipe) ? 1.0 : 0.0);
    }
}
