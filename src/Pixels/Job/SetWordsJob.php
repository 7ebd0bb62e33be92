<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Lettering\FaceChoice;
use Snugfit\Core\Lettering\Words;
use Snugfit\Pixels\Lettering\Face;

/** Set words in typefaces that people gave, too. */
final readonly class SetWordsJob implements PixelJob
{
    /**
     * @param list<Words>         $words
     * @param array<string, Face> $faces that they are set in, by code
     */
    public function __construct(public array $words, public array $faces)
    {
    }

    public static function name(): string
    {
        return 'words';
    }

    public static function fromJson(JsonReader $job): self
    {
        $faces = [];
        foreach ($job->records('faces') as $face) {
            $files = array_map(static fn (JsonReader $file): string => JobPath::in($file, 'path'), $face->records('files'));
            if ([] !== $files) {
                $faces[$face->string('code')] = new Face($face->string('code'), '', $files);
            }
        }

        return new self(array_map(
            static fn (JsonReader $one): Words => new Words(
                $one->string('text'), new FaceChoice($one->string('face'), $one->int('weight')), $one->int('spacing'),
            ),
            $job->records('words'),
        ), $faces);
    }

    public function toArray(): array
    {
        return [
            'words' => array_map(static fn (Words $one): array => [
                'text' => $one->text, 'face' => $one->face->code, 'weight' => $one->face->weight, 'spacing' => $one->spacing,
            ], $this->words),
            'faces' => array_map(static fn (Face $face): array => [
                'code' => $face->code,
                'files' => array_map(static fn (string $path): array => ['path' => JobPath::encoded($path)], $face->files),
            ], array_values($this->faces)),
        ];
    }

    public function files(): JobFiles
    {
        $files = array_map(static fn (Face $face): array => $face->files, array_values($this->faces));

        return new JobFiles(array_merge(...$files));
    }

    public function timeLimit(): float
    {
        return 60;
    }
}
