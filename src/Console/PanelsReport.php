<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Delivery\PreflightFinding;
use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\PlacementReason;
use Snugfit\Core\Product\Panel;
use Snugfit\Core\Recipe\Recipe;
use Symfony\Component\Console\Formatter\OutputFormatter;
use Symfony\Component\Console\Output\OutputInterface;

/** What the panels command made, for people and for programs. */
final class PanelsReport
{
    /** @var list<array<string, mixed>> */
    private array $pieces = [];

    /** @var list<string> */
    private array $lines = [];

    /** @var array<string, string> paths by scene */
    private array $previews = [];

    public function __construct(
        private readonly PanelOrder $order,
        private readonly Placement $placement,
        private readonly Recipe $whole,
        private readonly int $cut,
    ) {
    }

    /** @param list<PreflightFinding> $findings */
    public function made(Panel $panel, Recipe $piece, string $target, array $findings): void
    {
        $size = $piece->size();
        $this->pieces[] = [
            'piece' => $panel->number,
            'file' => $target,
            'on_wall_mm' => array_map(static fn (float $length): float => round($length, 3), [
                'left' => $panel->left->inMillimetres(),
                'top' => $panel->top->inMillimetres(),
                'width' => $panel->size->width->inMillimetres(),
                'height' => $panel->size->height->inMillimetres(),
            ]),
            'pixels' => [$size->width, $size->height],
            'of_whole' => $piece->piece?->toArray(),
            'recipe' => $piece->hash(),
            'sha256' => hash_file('sha256', $target),
            'findings' => array_map(static fn (PreflightFinding $one): array => $one->toArray(), $findings),
        ];
        $this->lines[] = \sprintf(
            '%s: %s × %s, hangs %s from the left and %s from above',
            $target,
            $this->order->told($panel->size->width),
            $this->order->told($panel->size->height),
            $this->order->told($panel->left),
            $this->order->told($panel->top),
        );
    }

    public function shown(string $scene, string $target): void
    {
        $this->previews[$scene] = $target;
    }

    public function tell(OutputInterface $output, string $in, bool $asJson): void
    {
        if (!$asJson) {
            foreach ([PlacementReason::of($this->placement), ...$this->lines, ...array_values($this->previews)] as $line) {
                $output->writeln(OutputFormatter::escape($line));
            }

            return;
        }
        [$wall, $whole] = [$this->order->plan->wall, $this->whole->whole()];
        $output->writeln(json_encode([
            'in' => $in,
            'verdict' => $this->placement->verdict->value,
            'why' => PlacementReason::of($this->placement),
            'effective_ppi' => round($this->placement->effective->value, 2),
            'ppi' => round($this->whole->write->ppi->value, 4),
            'wall_mm' => [round($wall->width->inMillimetres(), 3), round($wall->height->inMillimetres(), 3)],
            'whole' => [$whole->width, $whole->height],
            'crop' => $this->placement->crop->toArray(),
            'cut' => $this->cut,
            'pieces' => $this->pieces,
            ...[] === $this->previews ? [] : ['previews' => $this->previews],
        ], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRETTY_PRINT
            | \JSON_INVALID_UTF8_SUBSTITUTE), OutputInterface::OUTPUT_RAW);
    }
}
