<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Core\Artwork\ExpectedErrors;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\KindPart;
use Snugfit\Core\Artwork\KindParts;
use Snugfit\Core\Artwork\SourceEvidence;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Onnx\Graph;
use Snugfit\Pixels\Onnx\OnnxFailed;
use Snugfit\Pixels\Onnx\Tensor;
use Snugfit\Pixels\Onnx\TensorElementType;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;

/**
 * Sees in a picture's own pixels what JPEG, noise and blur did to them, and how far off each way of enlarging would be, by two small
 * networks of the project that look at pieces.
 */
final class EvidenceReader
{
    /** Pixels of a piece, and pieces each way: as the graph has it. */
    private const SIDE = 96;
    private const GRID = 4;

    /**
     * What it says of a piece: for each of traces, noise and blur the likeliest value, and the logarithm of how far off it may be; then
     * how much speaks for each of five kinds, of which a photograph is the first.
     */
    private const FIGURES = 11;
    private const KINDS = 6;

    /** A piece that shows nothing of the kind has no more weight against it than this, as a logarithm. */
    private const AGAINST = -4.0;

    /** Pieces beside each other tell much the same: so many of them count as one more (measured). */
    private const TOGETHER = 2.0;

    /** Of the pieces, those that are in focus. */
    private const IN_FOCUS = 0.2;

    /** Pixels of the shorter side from which on parts are told apart; pieces would lie on each other. */
    private const LEAST = 480;

    /** Levels between neighbours, on the mean, under which a piece is plain, and may be of any kind. */
    private const PLAIN = 0.5;

    /** A share of likelihood that nothing falls under. */
    private const UNSURE = 1e-4;

    /** @var array<string, Graph> by name */
    private array $graphs = [];

    /**
     * @param Image       $picture upright, sRGB, 8 bits, without alpha
     * @param ?JpegHeader $header  of a JPEG
     *
     * @throws OnnxFailed
     */
    public function read(Image $picture, ?JpegHeader $header): PieceEvidence
    {
        $bytes = '';
        foreach ($this->pieces($picture->size()) as $window) {
            $piece = $picture->crop($window);
            $bytes .= ($window->width < self::SIDE || $window->height < self::SIDE
                ? $piece->embed(0, 0, new PixelSize(self::SIDE, self::SIDE), Extend::Mirror)
                : $piece)->bytes();
        }
        $count = self::GRID ** 2;
        $given = new Tensor(TensorElementType::Byte, [$count, self::SIDE, self::SIDE, 3]);
        $given->fill($bytes);
        $figures = $this->told('evidence', $given, self::FIGURES);
        $values = array_map(static fn (int $figure): float => self::surest($figures, $figure), [0, 2, 4]);

        return new PieceEvidence(
            new SourceEvidence(
                $header?->quality(),
                $header?->sampling,
                max(0.0, $values[0]),
                max(0.0, 2 ** $values[1] - 1),
                max(0.0, $values[2]),
                max(0.0, self::surest($figures, 4, self::IN_FOCUS)),
                ExpectedErrors::ofPieces($this->told('outlook', $given, ExpectedErrors::FIGURES)),
            ),
            self::photographed($figures),
        );
    }

    /**
     * Which parts are of another kind than the picture is.
     *
     * @param Image $picture upright, sRGB, 8 bits, without alpha
     *
     * @return list<KindPart>
     *
     * @throws OnnxFailed
     */
    public function parts(Image $picture, Kind $kind): array
    {
        $size = $picture->size();
        if (Kind::PixelArt === $kind || min($size->width, $size->height) < self::LEAST) {
            return [];
        }
        $pieces = array_map(static fn (PixelWindow $cell): string => $picture->crop($cell)->bytes(), self::cells($size));
        $figures = [];
        foreach (array_chunk($pieces, self::GRID ** 2) as $some) {
            $given = new Tensor(TensorElementType::Byte, [self::GRID ** 2, self::SIDE, self::SIDE, 3]);
            $given->fill(implode('', $some));
            array_push($figures, ...$this->told('evidence', $given, self::FIGURES));
        }

        return KindParts::of($kind, array_map(
            static fn (string $piece, array $told): ?float => self::isPlain($piece) ? null : self::drawn($told),
            $pieces,
            $figures,
        ));
    }

    /** Whether neighbours in a row are next to the same, by their green, in every fourth row. */
    private static function isPlain(string $piece): bool
    {
        $row = 3 * self::SIDE;
        $steps = $pairs = 0;
        for ($start = 1; $start < self::SIDE * $row; $start += 4 * $row) {
            for ($at = $start + 3; $at < $start + $row - 1; $at += 3) {
                $steps += abs(\ord($piece[$at]) - \ord($piece[$at - 3]));
                ++$pairs;
            }
        }

        return $steps < self::PLAIN * $pairs;
    }

    /**
     * The natural logarithm of the odds that a piece is drawn and not shaded.
     *
     * @param list<float> $told of a piece
     */
    private static function drawn(array $told): float
    {
        $speaks = array_map(exp(...), \array_slice($told, self::KINDS));
        $all = array_sum($speaks);
        [$photo, $illustration, $flat, $lines] = $speaks;

        return log(($flat + $lines) / $all + self::UNSURE) - log(($photo + $illustration) / $all + self::UNSURE);
    }

    /**
     * @param Tensor       $given   pieces
     * @param positive-int $figures of a piece
     *
     * @return list<list<float>> so many figures of each
     *
     * @throws OnnxFailed
     */
    private function told(string $name, Tensor $given, int $figures): array
    {
        $told = new Tensor(TensorElementType::Float, [self::GRID ** 2, $figures]);
        $this->graphs[$name] ??= new Graph($name, ['samples'], 'told');
        $this->graphs[$name]->run([$given], $told);

        return array_chunk($told->floats(), $figures);
    }

    /**
     * How likely it is a photograph: the mean of what all pieces say, as logarithms.
     *
     * @param list<list<float>> $told of each piece
     */
    private static function photographed(array $told): float
    {
        $kinds = self::FIGURES - self::KINDS;
        $sums = array_fill(0, $kinds, 0.0);
        foreach ($told as $one) {
            $speaks = \array_slice($one, self::KINDS);
            // Values are a few tens at most: their exponentials are no larger than floats hold.
            $all = log(array_sum(array_map(exp(...), $speaks)));
            foreach ($speaks as $kind => $value) {
                $sums[$kind] += max(self::AGAINST, $value - $all) / \count($told);
            }
        }
        $shares = array_map(static fn (float $sum): float => exp(self::TOGETHER * $sum), $sums);

        return $shares[0] / array_sum($shares);
    }

    /**
     * What a share of all pieces have no more than, each as heavy as it is sure: their median, unless told.
     *
     * @param list<list<float>> $told of each piece
     */
    private static function surest(array $told, int $figure, float $share = 0.5): float
    {
        $pieces = array_map(static fn (array $one): array => [$one[$figure], exp(-max(-3.0, min(3.0, $one[$figure + 1])))], $told);
        sort($pieces);
        $left = $share * array_sum(array_column($pieces, 1));
        foreach ($pieces as [$value, $weight]) {
            $left -= $weight;
            if ($left <= 0) {
                return $value;
            }
        }

        return 0.0;
    }

    /** @return list<PixelWindow> in the middle of each of the cells that lie over a picture */
    private static function cells(PixelSize $size): array
    {
        $start = static fn (int $cell, int $extent): int => max(
            0,
            min($extent - self::SIDE, intdiv((2 * $cell + 1) * $extent, 2 * KindParts::GRID) - intdiv(self::SIDE, 2)),
        );
        $cells = [];
        for ($row = 0; $row < KindParts::GRID; ++$row) {
            for ($column = 0; $column < KindParts::GRID; ++$column) {
                $cells[] = new PixelWindow($start($column, $size->width), $start($row, $size->height), self::SIDE, self::SIDE);
            }
        }

        return $cells;
    }

    /** @return list<PixelWindow> spread over the picture */
    private function pieces(PixelSize $size): array
    {
        [$width, $height] = [min(self::SIDE, $size->width), min(self::SIDE, $size->height)];
        $windows = [];
        for ($row = 0; $row < self::GRID; ++$row) {
            for ($column = 0; $column < self::GRID; ++$column) {
                $windows[] = new PixelWindow(
                    intdiv(($size->width - $width) * $column, self::GRID - 1),
                    intdiv(($size->height - $height) * $row, self::GRID - 1),
                    $width,
                    $height,
                );
            }
        }

        return $windows;
    }
}
