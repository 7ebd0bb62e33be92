<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Fit\Planner;
use Snugfit\Core\Fit\Wishes;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Product;
use Snugfit\Shop\Shelf;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('plan', 'Say how a picture of some pixels sits on a product or print size')]
final class PlanCommand extends Command
{
    public function __construct(private readonly Planner $planner, private readonly Shelf $shelf, private readonly PlacementWords $words)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this
            ->addArgument('pixels', InputArgument::REQUIRED, 'Size of the picture, like 1024x1536')
            ->addOption('product', null, InputOption::VALUE_REQUIRED, 'Code of a product on the shelf, like a4')
            ->addOption('size', null, InputOption::VALUE_REQUIRED, 'Or a trim size, like 20x30in or 210x297mm')
            ->addOption('bleed', null, InputOption::VALUE_REQUIRED, 'On every side, like 3mm')
            ->addOption('target', null, InputOption::VALUE_REQUIRED, 'Target ppi (300 with --size)')
            ->addOption('floor', null, InputOption::VALUE_REQUIRED, 'Floor ppi (240 with --size)')
            ->addOption('limit', null, InputOption::VALUE_REQUIRED, 'Largest linear enlargement')
            ->addOption('kind', null, InputOption::VALUE_REQUIRED, implode(', ', array_column(Kind::cases(), 'value')), Kind::Photo->value)
            ->addOption('orientation', null, InputOption::VALUE_REQUIRED, implode(', ', array_column(OrientationRule::cases(), 'value')))
            ->addOption('keep', null, InputOption::VALUE_REQUIRED, 'Box that must stay in: x,y,width,height in fractions of the picture')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Print figures for programs');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            $option = Options::of($input);
            $kind = $option->choice('kind', Kind::class) ?? Kind::Photo;
            $artwork = new Artwork(PixelSize::parse($option->argument('pixels')), $kind);
            $keep = $option->text('keep');
            $wishes = new Wishes(
                orientation: $option->choice('orientation', OrientationRule::class) ?? OrientationRule::Either,
                keep: null === $keep ? null : FractionBox::parse($keep),
                limit: $option->limit('limit'),
            );
            $product = $this->product($option);
            $placement = $this->planner->plan($artwork, $product, $wishes);
        } catch (\InvalidArgumentException $e) {
            return WrongUsage::say($output, $e->getMessage());
        }
        if ($input->getOption('json')) {
            $output->writeln(json_encode(PlacementFigures::of($placement, $product), \JSON_THROW_ON_ERROR | \JSON_PRETTY_PRINT), OutputInterface::OUTPUT_RAW);
        } else {
            $output->writeln($this->words->describe($placement));
        }

        return Command::SUCCESS;
    }

    private function product(Options $option): Product
    {
        $code = $option->text('product');
        $size = $option->text('size');
        if ((null === $code) === (null === $size)) {
            throw new \InvalidArgumentException('Give either --product=CODE or --size=WxH.');
        }
        $base = null === $code ? null : $this->shelf->catalogue()->product($code);
        $target = $option->ppi('target') ?? $base->target ?? Ppi::of(300);
        $floor = $option->ppi('floor') ?? ($base->floor ?? Product::usualFloor($target, null))->lesser($target);
        $bleed = $option->text('bleed');

        return new Product(
            code: $base->code ?? 'custom',
            name: $base->name ?? 'custom',
            trim: null === $size ? $base->trim ?? throw new \LogicException('A product without --size comes from the shelf.') : PrintSize::parse($size),
            bleed: null === $bleed ? $base->bleed ?? Bleed::none() : Bleed::all(Length::parse($bleed)),
            target: $target,
            floor: $floor,
            rule: $base->rule ?? OrientationRule::Either,
            limit: $base?->limit,
        );
    }
}
