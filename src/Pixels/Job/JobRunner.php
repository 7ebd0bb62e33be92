<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\Failure;
use Snugfit\Core\FailureReason;
use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Pixels\PrintRenderer;

/** Does one job inside the child process: finds who handles it, and answers with what came of it. */
final readonly class JobRunner
{
    /** The exit code of a child that PHP's own memory limit ended (bin/pixels). */
    public const OUT_OF_MEMORY = 66;

    /** @var array<string, PixelJobHandler> by the job's name */
    private array $handlers;

    /** @param iterable<PixelJobHandler> $handlers */
    public function __construct(iterable $handlers)
    {
        $byName = [];
        foreach ($handlers as $handler) {
            $byName[$handler->name()] = $handler;
        }
        $this->handlers = $byName;
    }

    public static function with(PrintRenderer $renderer, JobMasters $masters): self
    {
        return new self([
            new ReadMasterHandler($masters),
            new MakePrintHandler($renderer, $masters),
            new PatchHandler($renderer, $masters),
            new SimilarityHandler($renderer, $masters),
            new PyramidHandler($renderer, $masters),
            new DetailRegionsHandler(),
            new ToneReportHandler($renderer, $masters),
            new MaskOverlayHandler(),
            new PrintThumbnailHandler(),
            new ReadPrintFileHandler(),
            new RepairPreviewHandler($masters),
            new FindSpecksHandler($masters),
            new MasterSizeHandler($masters),
            new ExtractPageHandler($masters),
            new WriteRepairedHandler($renderer, $masters),
            new TraceHandler($masters),
            new TraceDifferenceHandler($masters),
            new PreviewHandler($renderer, $masters),
            new PictureTonesHandler($renderer, $masters),
            new BuildSceneHandler($masters),
            new GuideHandler($renderer, $masters),
            new TileHandler(),
            new BookletHandler(),
            new ContrastHandler($renderer, $masters),
            new CheckFaceHandler(),
            new SetWordsHandler(),
        ]);
    }

    /**
     * @param \Closure(float): void $tell hears which share of the enlarging is done
     *
     * @return string the answer as JSON: {"facts": …}, or {"failed": a sentence, "reason": a FailureReason, "detail": for the log}
     */
    public function run(string $json, \Closure $tell): string
    {
        try {
            $record = JsonReader::decode($json, 'a pixel job');
            $handler = $this->handlers[$record->string('job')] ?? throw MalformedJson::field('a pixel job', 'job', 'one that is known');
            $answer = ['facts' => $handler->handle($record, $tell)];
        } catch (Failure $e) {
            $answer = self::failed($e->sentence(), $e->reason(), $e);
        } catch (\ValueError $e) {
            // An enum that does not know its value: a job of another edition.
            $answer = self::failed('This work was asked for by another edition of the program.', FailureReason::Malformed, $e);
        }

        return json_encode($answer, \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE);
    }

    /** @return array<string, string> */
    private static function failed(string $sentence, FailureReason $reason, \Throwable $cause): array
    {
        $detail = implode(' / ', array_filter([$cause->getMessage(), $cause->getPrevious()?->getMessage()]));

        return ['failed' => $sentence, 'reason' => $reason->value, 'detail' => $detail];
    }
}
