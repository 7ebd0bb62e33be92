<?php

declare(strict_types=1);

namespace Snugfit\Web\Lettering;

use Snugfit\Core\Fit\PlacementWarnings;
use Snugfit\Core\Lettering\HandPlace;
use Snugfit\Core\Lettering\ImpossibleLettering;
use Snugfit\Core\Lettering\Lettering;
use Snugfit\Core\Lettering\LetteringLayout;
use Snugfit\Core\Lettering\LetteringWarnings;
use Snugfit\Core\Lettering\SetLine;
use Snugfit\Core\Recipe\RecipeBuilder;
use Snugfit\Shop\PlannedPlacement;
use Snugfit\Web\Shared\SettingScope;
use Snugfit\Web\Shared\SettingScopes;

/** The words on a placement's print as the lettering room shows them: where they lie, what may go wrong, which scope they are of. */
final readonly class LetteringView
{
    /**
     * @param list<SetLine>         $set   none where the print is short, or where they cannot be set
     * @param ?string               $fault why they cannot be set
     * @param non-empty-list<SettingScope> $scopes
     */
    private function __construct(
        public PlannedPlacement $placed,
        public Lettering $lettering,
        public array $set,
        public ?string $fault,
        public array $scopes,
        public SettingScope $here,
        /** The scope whose lettering counts; null where none says anything. */
        public ?SettingScope $counts,
    ) {
    }

    /** @param ?Lettering $tried instead of what counts */
    public static function of(PlannedPlacement $placed, RecipeBuilder $recipes, string $for, ?Lettering $tried = null): self
    {
        $scopes = SettingScopes::of($placed);
        $counts = array_values(array_filter($scopes->all, static fn (SettingScope $scope): bool => null !== $scope->lettering))[0] ?? null;
        $here = '' === $for ? $counts ?? $scopes->named('picture') : $scopes->named($for);
        $lettering = $tried ?? $here->lettering ?? $counts->lettering ?? new Lettering();
        try {
            [$set, $fault] = [$recipes->lines($placed->placement, $placed->effective->lettering()->of($lettering)), null];
        } catch (ImpossibleLettering $e) {
            [$set, $fault] = [[], $e->sentence()];
        }

        return new self($placed, $lettering, $set, $fault, $scopes->all, $here, $counts);
    }

    /** Whether what is shown is what counts on the print. */
    public function isCounting(): bool
    {
        return null === $this->counts || $this->counts->key === $this->here->key || null === $this->here->lettering;
    }

    /** @return list<string> */
    public function warnings(SetLine $line): array
    {
        return LetteringWarnings::ofLine($line, $this->placed->placement);
    }

    public function ofLine(int $number): ?SetLine
    {
        return array_values(array_filter($this->set, static fn (SetLine $line): bool => $line->number === $number))[0] ?? null;
    }

    public function isByHand(int $number): bool
    {
        return $this->lettering->lines[$number]->place instanceof HandPlace;
    }

    /**
     * What the page's own drawing starts from: pixels of the print.
     *
     * @return array<string, mixed>
     */
    public function layout(): array
    {
        $placement = $this->placed->placement;
        $output = $placement->output ?? throw new \LogicException('A short print has no words.');
        $trim = LetteringLayout::trim($placement, $output);
        $margin = PlacementWarnings::safeMargin($placement->product)->pixelsAt($output->ppi);

        return [
            'size' => [$output->size->width, $output->size->height],
            'trim' => [$trim->x, $trim->y, $trim->width, $trim->height],
            'safe' => [$trim->x + $margin, $trim->y + $margin, $trim->width - 2 * $margin, $trim->height - 2 * $margin],
            'ppi' => $output->ppi->value,
            'lines' => array_map(static fn (SetLine $line): array => ['box' => $line->laid->bounds(), 'at' => $line->at], $this->set),
        ];
    }
}
