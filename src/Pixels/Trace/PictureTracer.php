<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\KindGuess;
use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\Trace\ImpossibleTrace;
use Snugfit\Core\Trace\OutlineChange;
use Snugfit\Core\Trace\OutlineChanger;
use Snugfit\Core\Trace\Outlines;
use Snugfit\Core\Trace\Shape;
use Snugfit\Core\Trace\SvgWriter;
use Snugfit\Core\Trace\TraceReport;
use Snugfit\Core\Trace\TraceSettings;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Enlarger\UpscaleTileCache;
use Snugfit\Pixels\Onnx\OnnxFailed;
use Snugfit\Pixels\Reading\EvidenceReader;
use Snugfit\Pixels\Reading\JpegHeader;
use Snugfit\Pixels\Reading\KindFeatureExtractor;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Vips\Image;

/** Master -> outlines, the drawing that they are, and the difference to the picture. */
final readonly class PictureTracer
{
    /** Nodes, as a share of the pixels, that a photograph's outlines have at least (measured: drawings that look like one have
     * up to 0.008). */
    private const DENSE = 0.01;

    /** Of the work, what comes before outlines are looked for. */
    private const SOURCE = 0.5;

    private UpscaleTileCache $cache;

    /** @param string $workFolder where enlarged pictures are kept */
    public function __construct(string $workFolder, private int $threads = 1)
    {
        $this->cache = new UpscaleTileCache($workFolder);
    }

    /**
     * @param bool                   $isForced whether outlines are wanted of what does not suit them
     * @param ?\Closure(float): void $tell     hears which share of the work is done
     *
     * @throws ImpossibleTrace|OnnxFailed
     */
    public function trace(Master $master, TraceSettings $settings, bool $isForced = false, ?\Closure $tell = null): TracedPicture
    {
        if ($master->format->isVector()) {
            throw ImpossibleTrace::because('it is made of lines already.');
        }
        $picture = WorkingSpaceConverter::toBytes(WorkingSpaceConverter::toSrgb($master->picture()))->copyToMemory();
        $plain = WorkingSpaceConverter::toPlain($picture);
        $jpeg = MasterFormat::Jpeg === $master->format ? JpegHeader::of($master->path) : null;
        $source = TraceSource::of(
            $picture,
            (new EvidenceReader())->read($plain, $jpeg)->source,
            $this->cache,
            $master->sha256(),
            $this->threads,
            null === $tell ? null : static fn (float $share) => $tell(self::SOURCE * $share),
        );
        [$found, $even, $mottled] = (new OutlineTracer($settings))->trace($source, $isForced);
        // A drawing that was saved as a JPEG can look like a photograph, too, but it has fewer lines.
        $isPhoto = $found->nodes() > self::DENSE * $plain->size()->pixels()
            && Kind::Photo === KindGuess::from((new KindFeatureExtractor())->measure($plain))->kind;

        return self::told($found->scaled(1 / $source->times), $settings, $plain, $even, $mottled, $isPhoto);
    }

    /**
     * The same after changes by hand.
     *
     * @param list<OutlineChange> $changes
     */
    public function changed(TracedPicture $traced, array $changes, TraceSettings $settings, Master $master): TracedPicture
    {
        $outlines = OutlineChanger::change($traced->outlines, $changes);
        $report = $traced->report;

        $plain = WorkingSpaceConverter::toPlain($master->picture());

        return self::told($outlines, $settings, $plain, $report->even, $report->mottled, $report->isPhoto);
    }

    private static function told(
        Outlines $outlines,
        TraceSettings $settings,
        Image $plain,
        float $even,
        float $mottled,
        bool $isPhoto,
    ): TracedPicture {
        $svg = SvgWriter::write($outlines, $settings->isStacked);
        $off = [] === $outlines->shapes ? null : OutlineDifference::of($svg, $plain);
        $used = array_unique(array_map(static fn (Shape $shape): int => $shape->paint, $outlines->shapes));

        return new TracedPicture(
            $outlines,
            $svg,
            new TraceReport(
                $even,
                $mottled,
                \count(array_filter($used, static fn (int $paint): bool => !$outlines->paints[$paint]->isNothing())),
                \count($outlines->shapes),
                $outlines->nodes(),
                \strlen($svg),
                $off?->mean() ?? 0.0,
                $off?->worst() ?? 0.0,
                $off?->share() ?? 0.0,
                $isPhoto,
            ),
        );
    }
}
