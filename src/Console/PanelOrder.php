<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\FitMode;
use Snugfit\Core\Product\ImpossiblePanels;
use Snugfit\Core\Product\Panel;
use Snugfit\Core\Product\PanelLayout;
use Snugfit\Core\Product\PanelPlan;
use Snugfit\Core\Product\Pieces;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Recipe\Recipe;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputOption;

/** What the options of the panels command ask for. */
final readonly class PanelOrder
{
    public const TEMPLATE = '{artwork}-{piece}';

    /** Beyond a frame's depth, to be stapled behind it (common practice). */
    private const FOLD_INCHES = 0.25;

    /** Over the trim of a sheet (common practice). */
    private const BLEED = '3mm';

    /** @param list<FractionBox> $keep */
    private function __construct(
        public PanelPlan $plan,
        /** All of the picture as one print, without gaps. */
        public Product $product,
        public array $keep,
        public NameTemplate $name,
        /** That lengths are told in. */
        private Unit $unit,
    ) {
    }

    public static function addTo(Command $command): void
    {
        $command->addOption(
            'layout',
            null,
            InputOption::VALUE_REQUIRED,
            'Columns and rows, like 3x1; or one of '.implode(', ', array_keys(PanelLayout::shipped())).'; or a JSON file of pieces',
            'three',
        )
            ->addOption('size', null, InputOption::VALUE_REQUIRED, 'Of all together with the gaps, like 120x60cm')
            ->addOption('piece', null, InputOption::VALUE_REQUIRED, 'Or the size of each piece, like 40x60cm')
            ->addOption('gap', null, InputOption::VALUE_REQUIRED, 'Of wall between the pieces', '20mm')
            ->addOption('whole-picture', null, InputOption::VALUE_NONE, 'Gaps take nothing of the picture: it goes on beyond them')
            ->addOption('wrap', null, InputOption::VALUE_REQUIRED, 'The depth of frames that the pieces go round, like 38mm')
            ->addOption('bleed', null, InputOption::VALUE_REQUIRED, 'Round each piece; if left out, 3 mm, or the depth and a quarter inch')
            ->addOption('ppi', null, InputOption::VALUE_REQUIRED, 'The target', '300')
            ->addOption('seen-from', null, InputOption::VALUE_REQUIRED, 'How far away they are looked at, like 120cm', '100cm')
            ->addOption(
                'keep',
                null,
                InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY,
                'A part to keep whole on one piece: x,y,width,height in fractions',
            );
    }

    /** @throws \InvalidArgumentException */
    public static function of(Options $option): self
    {
        $plan = self::plan($option);
        $wrap = self::length($option, 'wrap');
        $usual = null === $wrap ? Length::parse(self::BLEED) : $wrap->plus(Length::inches(self::FOLD_INCHES));
        $bleed = self::length($option, 'bleed') ?? $usual;
        if (null !== $wrap && $wrap->isLongerThan($bleed)) {
            throw ImpossiblePanels::because('What goes round a frame has to be in the bleed: make that as long as the frame is deep.');
        }
        $target = $option->ppi('ppi') ?? Ppi::of(300);
        $distance = self::length($option, 'seen-from') ?? Length::millimetres(1000);

        return new self(
            $plan,
            new Product(
                'panels',
                'Panels',
                $plan->picture,
                Bleed::all($bleed),
                $target,
                Product::usualFloor($target, $distance),
                Pieces::wayUp($plan->picture),
                viewingDistance: $distance,
                wrap: $wrap,
            ),
            array_map(FractionBox::parse(...), $option->texts('keep')),
            new NameTemplate($option->text('name') ?? self::TEMPLATE),
            str_contains($option->text('size') ?? $option->text('piece') ?? '', 'in') ? Unit::Inch : Unit::Millimetre,
        );
    }

    public function framing(?CropPosition $position): Framing
    {
        return new Framing(position: $position, fitMode: FitMode::Fill);
    }

    /** A piece's file, cut out of the whole. */
    public function recipeFor(Panel $panel, Recipe $whole): Recipe
    {
        return $whole->cutToPanel($this->plan, $panel, $this->product->bleed);
    }

    public function told(Length $length): string
    {
        return \sprintf(Unit::Inch === $this->unit ? '%.2f in' : '%.1f mm', $length->in($this->unit));
    }

    private static function plan(Options $option): PanelPlan
    {
        $name = $option->text('layout') ?? 'three';
        if (is_file($name)) {
            return PanelPlan::ofPieces(self::pieces($name));
        }
        $layout = PanelLayout::named($name);
        $gap = self::length($option, 'gap') ?? Length::zero();
        [$size, $piece] = [$option->text('size'), $option->text('piece')];
        if ((null === $size) === (null === $piece)) {
            throw new \InvalidArgumentException('Say how large they are: --size=120x60cm all together, or --piece=40x60cm each.');
        }
        $wall = null === $piece
            ? PrintSize::parse((string) $size, Unit::Millimetre)
            : $layout->wallFor(PrintSize::parse($piece, Unit::Millimetre), $gap);

        return PanelPlan::of($layout, $wall, $gap, !$option->flag('whole-picture'));
    }

    /** @return list<array{Length, Length, PrintSize}> */
    private static function pieces(string $path): array
    {
        try {
            $records = JsonReader::decode((string) file_get_contents($path), 'the pieces in '.basename($path))->records('pieces');

            return array_map(static fn (JsonReader $one): array => [
                Length::parse($one->string('left'), Unit::Millimetre),
                Length::parse($one->string('top'), Unit::Millimetre),
                new PrintSize(
                    Length::parse($one->string('width'), Unit::Millimetre),
                    Length::parse($one->string('height'), Unit::Millimetre),
                ),
            ], $records);
        } catch (MalformedJson $e) {
            throw new \InvalidArgumentException($e->getMessage(), previous: $e);
        }
    }

    private static function length(Options $option, string $name): ?Length
    {
        $text = $option->text($name);

        return null === $text ? null : Length::parse($text, Unit::Millimetre);
    }
}
