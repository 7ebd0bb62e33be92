<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Fit\Verdict;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\PlacementSummary;
use Symfony\Component\HttpFoundation\ParameterBag;

/** What a person wants to see of the sheet, as the address bar keeps it. All of it combines. */
final readonly class SheetQuery
{
    /** A crop that loses more than this share of the picture is worth a look (common practice: a fifth). */
    private const MUCH = 20;

    /** @param list<Verdict> $verdicts any of them; all where there is none */
    public function __construct(
        public string $find = '',
        public array $verdicts = [],
        public ?Kind $kind = null,
        /** Cuts what must stay. */
        public bool $cuts = false,
        /** Loses more than so many hundredths of the picture; null for any. */
        public ?int $loses = null,
        public bool $unseen = false,
        public SheetOrder $order = SheetOrder::Name,
        /** The product whose figures give the order; null for all. */
        public ?string $on = null,
    ) {
    }

    /** @param ParameterBag<mixed> $fields */
    public static function in(ParameterBag $fields): self
    {
        $text = static fn (string $name): string => \is_scalar($fields->all()[$name] ?? null) ? trim((string) $fields->all()[$name]) : '';
        $verdicts = array_filter(array_map(Verdict::tryFrom(...), explode(' ', $text('verdict'))));

        return new self(
            $text('find'),
            array_values($verdicts),
            Kind::tryFrom($text('kind')),
            '' !== $text('cuts'),
            ctype_digit($text('loses')) ? min(99, (int) $text('loses')) : null,
            '' !== $text('unseen'),
            SheetOrder::tryFrom($text('order')) ?? SheetOrder::Name,
            '' === $text('on') ? null : $text('on'),
        );
    }

    public function asksForCells(): bool
    {
        return [] !== $this->verdicts || $this->cuts || null !== $this->loses || $this->unseen;
    }

    public function wants(BatchArtwork $artwork): bool
    {
        return ('' === $this->find ||
            false !== mb_stripos($artwork->folder().'/'.$artwork->fileName().' '.$artwork->title(), $this->find)) &&
            (null === $this->kind || $this->kind === $artwork->kind());
    }

    public function matches(PlacementSummary $placed): bool
    {
        return ([] === $this->verdicts || \in_array($placed->verdict, $this->verdicts, true)) &&
            (!$this->cuts || !$placed->keepsBox) &&
            (null === $this->loses || $placed->lostShare() > $this->loses / 100) &&
            (!$this->unseen || $placed->wantsLook());
    }

    /** The same with one thing switched on or off. */
    public function switched(string $what): self
    {
        $verdicts = $this->verdicts;
        if ('grow' === $what) {
            $verdicts = $this->has('grow')
                ? array_values(array_filter($verdicts, static fn (Verdict $one): bool => !$one->grows()))
                : [...$verdicts, Verdict::Grow, Verdict::GrowToFloor];
        } elseif (null !== ($verdict = Verdict::tryFrom($what))) {
            $verdicts = $this->has($what)
                ? array_values(array_filter($verdicts, static fn (Verdict $one): bool => $one !== $verdict))
                : [...$verdicts, $verdict];
        }

        return new self(
            $this->find,
            $verdicts,
            $this->kind,
            'cuts' === $what xor $this->cuts,
            'loses' === $what ? (null === $this->loses ? self::MUCH : null) : $this->loses,
            'unseen' === $what xor $this->unseen,
            $this->order,
            $this->on,
        );
    }

    public function has(string $what): bool
    {
        return match ($what) {
            'cuts' => $this->cuts,
            'loses' => null !== $this->loses,
            'unseen' => $this->unseen,
            default => \in_array(Verdict::tryFrom($what), $this->verdicts, true),
        };
    }

    /** @return array<string, string> as it stands in the address */
    public function toArray(): array
    {
        return array_filter(
            [
                'find' => $this->find,
                'verdict' => implode(' ', array_map(static fn (Verdict $one): string => $one->value, $this->verdicts)),
                'kind' => $this->kind->value ?? '',
                'cuts' => $this->cuts ? '1' : '',
                'loses' => (string) $this->loses,
                'unseen' => $this->unseen ? '1' : '',
                'order' => SheetOrder::Name === $this->order ? '' : $this->order->value,
                'on' => $this->order->goesByPlacements() ? (string) $this->on : '',
            ],
            static fn (string $value): bool => '' !== $value,
        );
    }

    /** @return array<string, array{label: string, query: self}> what can be switched */
    public function chips(): array
    {
        $chips = [];
        foreach (
            [
                'short' => 'Short',
                'grow' => 'Grow',
                'adequate' => 'Adequate',
                'ample' => 'Ample',
                'cuts' => 'Cuts what must stay',
                'loses' => \sprintf('Loses over %d%%', $this->loses ?? self::MUCH),
                'unseen' => 'Not looked at',
            ] as $what => $label
        ) {
            $chips[$what] = ['label' => $label, 'query' => $this->switched($what)];
        }

        return $chips;
    }

    /** Whether a chip alone would show a placement: for the number beside it. */
    public static function shows(string $what, PlacementSummary $placed): bool
    {
        return match ($what) {
            'cuts' => !$placed->keepsBox,
            'loses' => $placed->lostShare() > self::MUCH / 100,
            'unseen' => $placed->wantsLook(),
            'grow' => $placed->verdict->grows(),
            default => $placed->verdict->value === $what,
        };
    }
}
