<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\KindGuess;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\Artwork\PixelStatistics;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\VipsFailed;

/** Master file -> facts. Decodes all of it once, so that a damaged file is found here and not at the press. */
final readonly class MasterReader
{
    /** Pixels on the long side of the raster that a drawing is judged by, and of the copy in which places are found. */
    private const DRAWING = 1600;
    private const SEEN = 1800;

    private const PREVIEW_QUALITY = 90;

    public function __construct(
        private KindFeatureExtractor $kinds = new KindFeatureExtractor(),
        private FocusDetector $focus = new FocusDetector(),
        private PixelStatisticsReader $measuring = new PixelStatisticsReader(),
        private LetteringDetector $lettering = new LetteringDetector(),
        private DoubleCompressionDetector $resaves = new DoubleCompressionDetector(),
        private EvidenceReader $evidence = new EvidenceReader(),
        private FaceDetector $faces = new FaceDetector(),
        private PlainGroundDetector $grounds = new PlainGroundDetector(),
    ) {
    }

    /**
     * @param array<int, string> $previews side in pixels => path of a WebP to write on the way
     *
     * @throws UnreadableMaster
     */
    public function read(Master $master, array $previews = []): MasterFacts
    {
        try {
            return $this->readOpened($master, $previews);
        } catch (VipsFailed $e) {
            throw UnreadableMaster::damaged($e);
        }
    }

    /** @param array<int, string> $previews */
    private function readOpened(Master $master, array $previews): MasterFacts
    {
        $header = $master->header();
        $picture = $master->picture();
        // Reads every pixel: a transparent one anywhere is found.
        $isTransparent =
            $picture->hasAlpha() &&
            $picture->extractBands($picture->bands() - 1, 1)->smallest() < (8 === WorkingSpaceConverter::bitsOf($picture) ? 255 : 65535);
        // A drawing holds no pixels of its own to judge: a smaller raster says as much.
        $plain = $master->format->isVector()
            ? WorkingSpaceConverter::toPlain($picture->thumbnail(self::DRAWING))->copyToMemory()
            : WorkingSpaceConverter::toPlain($picture);
        $jpeg = MasterFormat::Jpeg === $master->format ? JpegHeader::of($master->path) : null;
        $pieces = $master->format->isVector() ? null : $this->evidence->read($plain, $jpeg);
        $guess = KindGuess::from($this->kinds->measure($plain), $pieces?->photographed);
        // Where the eye goes and where letters stand is seen in a small copy, made once.
        $seen = $plain->thumbnail(self::SEEN)->copyToMemory();
        $heads = $guess->kind->isShaded() ? $this->faces->heads($seen) : [];
        // Each from the next larger one, so that only one comes from all of the picture's pixels.
        krsort($previews);
        $small = $picture->hasAlpha() || $master->format->isVector() ? $picture : $seen;
        foreach ($previews as $side => $target) {
            $small = $this->preview($small, $side);
            $this->keep($small, $target);
        }

        return new MasterFacts(
            format: $master->format,
            size: $picture->size(),
            bytes: $master->bytes,
            sha256: $master->sha256(),
            colour: WorkingSpaceConverter::modelOf($header),
            bits: WorkingSpaceConverter::bitsOf($header),
            profile: WorkingSpaceConverter::profileOf($header),
            isTransparent: $isTransparent,
            ppiTag: $master->format->isVector()
                ? null
                : ResolutionTag::of($master->path, $master->format->decodedTo(), $header->blob('exif-data') ?? ''),
            exifOrientation: $master->orientation(),
            pages: max(1, $header->int('n-pages', 1)),
            kindGuess: $guess->kind,
            reachesOutside: MasterFormat::Svg === $master->format && $this->reachesOutside($master->path),
            focus: self::round($heads) ?? $this->focus->guess($seen),
            statistics: $this->measures($master, $jpeg, $picture, $plain, $seen, $guess->kind),
            lettering: $this->lettering->guess($seen),
            kindConfidence: $guess->confidence,
            kindOther: $guess->other,
            evidence: $pieces?->source,
            ground: $isTransparent
                ? $this->grounds->ofTransparent($this->preview($picture, self::SEEN))
                : $this->grounds->find($seen),
            heads: $heads,
            parts: $master->format->isVector() ? [] : $this->evidence->parts($plain, $guess->kind),
        );
    }

    /** @param list<FractionBox> $heads */
    private static function round(array $heads): ?FractionBox
    {
        $all = array_shift($heads);
        foreach ($heads as $head) {
            $all = $all?->with($head);
        }

        return $all;
    }

    private function measures(
        Master $master,
        ?JpegHeader $jpeg,
        Image $picture,
        Image $plain,
        Image $seen,
        Kind $kind,
    ): PixelStatistics {
        if ($master->format->isVector()) {
            return new PixelStatistics();
        }
        $measures = $this->measuring->measure($plain, Kind::FlatGraphic === $kind, $seen);
        // Few colours and straight edges meet any steps by themselves; shading and grain do not.
        $isTelling = null !== $jpeg && $picture->bands() <= 3 && $kind->isShaded();

        return $isTelling
            ? $measures->savedBeforeAt(
                $this->resaves->earlierQuality($jpeg, 1 === $master->orientation() ? $picture : $master->stored()),
            )
            : $measures;
    }

    private function preview(Image $picture, int $side): Image
    {
        return WorkingSpaceConverter::toBytes(WorkingSpaceConverter::toSrgb($picture->thumbnail($side)))
            ->without('icc-profile-data', 'exif-data', 'xmp-data', 'iptc-data')
            ->copyToMemory();
    }

    private function keep(Image $preview, string $target): void
    {
        // Effort 2 of 6: a preview is waited for. Colours at edges and in ramps are kept, since it is judged by eye.
        $preview->save('webp', $target, ['Q' => self::PREVIEW_QUALITY, 'effort' => 2, 'smart-subsample' => 1]);
    }

    /** Scripts, event handlers, and references to anything but a part of the same drawing or embedded data. */
    private function reachesOutside(string $path): bool
    {
        $text = (string) file_get_contents($path);

        return 1 === preg_match('/<script\b|<foreignObject\b|\son[a-z]+\s*=|@import|<!ENTITY/i', $text) ||
            1 === preg_match('/\bhref\s*=\s*["\'](?!#|data:)[^"\']/i', $text) ||
            1 === preg_match('/url\(\s*["\']?(?!#|data:)[^)\s]/i', $text);
    }
}
