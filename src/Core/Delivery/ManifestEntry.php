<?php

declare(strict_types=1);

namespace Snugfit\Core\Delivery;

use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\PlacementReason;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Upscale\UpscaleMethod;

/** One placement in a manifest: what was wanted, and what became of it. */
final readonly class ManifestEntry
{
    private function __construct(
        /** Relative to what was given. */
        public string $master,
        public string $sha256,
        public string $product,
        public string $orientation,
        public PixelWindow $crop,
        public float $enlargement,
        public string $verdict,
        /** SHA-256 of the recipe; null where there is none. */
        public ?string $recipe,
        /** @var ?array{path: string, width_px: int, height_px: int, ppi: float, bytes: int, sha256: string} */
        public ?array $output,
        public PreflightResult $preflight,
        public string $reason,
        /** Which of the pieces that the picture goes over, from 1; 0 for all of the print. */
        public int $piece = 0,
    ) {
    }

    public static function wanted(string $master, string $sha256, Placement $placement, ?Recipe $recipe, int $piece = 0): self
    {
        return new self(
            $master,
            $sha256,
            $placement->product->code,
            $placement->product->orientation()->value,
            $placement->crop,
            round($placement->enlargement, 4),
            $placement->verdict->value,
            $recipe?->hash(),
            null,
            PreflightResult::None,
            PlacementReason::of($placement).self::texture($recipe),
            $piece,
        );
    }

    /** Fine change that no picture held is said where it was added. */
    private static function texture(?Recipe $recipe): string
    {
        $settings = $recipe?->enlarge->settings;
        $isTextured = null !== $recipe && UpscaleMethod::Textured === $settings?->method && $settings->strength > 0
            && $recipe->enlarge->planFor($recipe->frame->crop->size())->doublings > 0;

        return $isTextured ? \sprintf(' Given texture that the picture does not hold, by %d%%.', $settings->strength) : '';
    }

    public function delivered(string $path, PrintFileFacts $found, float $ppi): self
    {
        $output = [
            'path' => $path,
            'width_px' => $found->size->width,
            'height_px' => $found->size->height,
            'ppi' => round($ppi, 2),
            'bytes' => $found->bytes,
            'sha256' => $found->sha256,
        ];

        return $this->ended($output, PreflightResult::Passed, $this->reason);
    }

    public function failedPreflight(string $reason): self
    {
        return $this->ended(null, PreflightResult::Failed, $reason);
    }

    public function notMade(string $reason): self
    {
        return $this->ended(null, PreflightResult::None, $reason);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'master' => $this->master,
            'sha256' => $this->sha256,
            'product' => $this->product,
            ...0 === $this->piece ? [] : ['piece' => $this->piece],
            'orientation' => $this->orientation,
            'crop' => $this->crop->toArray(),
            'enlargement' => $this->enlargement,
            'verdict' => $this->verdict,
            'recipe' => $this->recipe,
            'output' => $this->output,
            'preflight' => $this->preflight->value,
            'reason' => $this->reason,
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $crop = $record->record('crop');
        $output = $record->has('output') ? $record->record('output') : null;

        return new self(
            $record->string('master'),
            $record->string('sha256'),
            $record->string('product'),
            $record->string('orientation'),
            PixelWindow::fromRecord($crop),
            $record->float('enlargement'),
            $record->string('verdict'),
            $record->optionalString('recipe'),
            null === $output
                ? null
                : [
                    'path' => $output->string('path'),
                    'width_px' => $output->int('width_px'),
                    'height_px' => $output->int('height_px'),
                    'ppi' => $output->float('ppi'),
                    'bytes' => $output->int('bytes'),
                    'sha256' => $output->string('sha256'),
                ],
            PreflightResult::from($record->string('preflight')),
            $record->string('reason'),
            $record->optionalInt('piece') ?? 0,
        );
    }

    /** @param ?array{path: string, width_px: int, height_px: int, ppi: float, bytes: int, sha256: string} $output */
    private function ended(?array $output, PreflightResult $preflight, string $reason): self
    {
        return new self(
            $this->master,
            $this->sha256,
            $this->product,
            $this->orientation,
            $this->crop,
            $this->enlargement,
            $this->verdict,
            $this->recipe,
            $output,
            $preflight,
            $reason,
            $this->piece,
        );
    }
}
