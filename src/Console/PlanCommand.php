<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\PlainGround;
use Snugfit\Core\Fit\BleedSource;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\FitMode;
use Snugfit\Core\Product\FreeSize;
use Snugfit\Core\Product\ImpossibleProduct;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductFit;
use Snugfit\Shop\Repository\ProductRepository;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('plan', 'Say how a picture of some pixels sits on a product or print size')]
final class PlanCommand extends Command
{
    public function __construct(
        private readonly PlacementPlanner $planner,
        private readonly ProductRepository $productRepository,
        private readonly PlacementWords $words,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('pixels', InputArgument::REQUIRED, 'Size of the picture, like 1024x1536')
            ->addOption('product', null, InputOption::VALUE_REQUIRED, 'Code of a product on the shelf, like a4')
            ->addOption(
                'size',
                null,
                InputOption::VALUE_REQUIRED,
                'Or a trim size, like 20x30in or 210x297mm; or one that keeps the proportions, like "long 6000px", '
                .'"short 10in", "12MP", "150%"',
            )
            ->addOption('bleed', null, InputOption::VALUE_REQUIRED, 'On every side, like 3mm')
            ->addOption('target', null, InputOption::VALUE_REQUIRED, 'Target ppi (300 with --size)')
            ->addOption('floor', null, InputOption::VALUE_REQUIRED, 'Floor ppi (240 with --size)')
            ->addOption('limit', null, InputOption::VALUE_REQUIRED, 'Largest linear enlargement')
            ->addOption('kind', null, InputOption::VALUE_REQUIRED, implode(', ', array_column(Kind::cases(), 'value')), Kind::Photo->value)
            ->addOption('orientation', null, InputOption::VALUE_REQUIRED, implode(', ', array_column(OrientationRule::cases(), 'value')))
            ->addOption(
                'keep',
                null,
                InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY,
                'Box that must stay in: x,y,width,height in fractions of the picture; may be given several times',
            )
            ->addOption('turn', null, InputOption::VALUE_REQUIRED, 'Quarter turns clockwise: 90, 180 or 270')
            ->addOption('flip', null, InputOption::VALUE_NONE, 'Mirrored left to right')
            ->addOption('tilt', null, InputOption::VALUE_REQUIRED, 'Degrees clockwise, -45 to 45, to straighten')
            ->addOption(
                'sits',
                null,
                InputOption::VALUE_REQUIRED,
                'fill, or whole: all of the picture with something round it (as the product has it)',
            )
            ->addOption('design', null, InputOption::VALUE_NONE, 'The picture is transparent or stands on a plain ground')
            ->addOption(
                'edge',
                null,
                InputOption::VALUE_REQUIRED,
                'Round a whole picture: '.implode(', ', array_column(EdgeFill::cases(), 'value')).' (as the product has it)',
            )
            ->addOption(
                'bled',
                null,
                InputOption::VALUE_REQUIRED,
                'Bleed from the picture, or mirrored or continued beyond the trim',
                BleedSource::Picture->value,
            )
            ->addOption('json', null, InputOption::VALUE_NONE, 'Print figures for programs');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            $option = Options::of($input);
            $kind = $option->choice('kind', Kind::class) ?? Kind::Photo;
            $artwork = new Artwork(
                PixelSize::parse($option->argument('pixels')),
                $kind,
                ground: $input->getOption('design') ? PlainGround::transparent() : null,
            );
            $request = new PlacementRequest(
                new Framing(
                    $option->choice('orientation', OrientationRule::class) ?? OrientationRule::Either,
                    transform: new ImageTransform($option->turn('turn'), (bool) $input->getOption('flip'), $option->degrees('tilt')),
                    fitMode: $option->choice('sits', FitMode::class),
                    edgeFill: $option->choice('edge', EdgeFill::class),
                    bleedSource: $option->choice('bled', BleedSource::class) ?? BleedSource::Picture,
                ),
                keep: array_map(FractionBox::parse(...), $option->texts('keep')),
                limit: $option->limit('limit'),
            );
            $product = $this->product($option);
            $placement = $this->planner->plan($artwork, $product, $request);
        } catch (\InvalidArgumentException $e) {
            return WrongUsage::say($output, $e->getMessage());
        }
        if ($input->getOption('json')) {
            $output->writeln(
                json_encode(
                    PlacementRecord::of($placement, $product->sizedFor($placement->transform->size($placement->artwork->size))),
                    \JSON_THROW_ON_ERROR | \JSON_PRETTY_PRINT,
                ),
                OutputInterface::OUTPUT_RAW,
            );
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
        $base = null === $code ? null : $this->productRepository->catalogue()->product($code);
        $target = $option->ppi('target') ?? ($base->target ?? Ppi::of(300));
        $floor = $option->ppi('floor') ?? ($base->floor ?? Product::usualFloor($target, null))->lesser($target);
        $bleed = $option->text('bleed');

        if (null !== $size && FreeSize::isMeant($size)) {
            return null === $bleed
                ? Product::free('custom', 'custom', FreeSize::parse($size), $target, $floor)
                : throw ImpossibleProduct::freeWithBleed('custom');
        }

        return new Product(
            code: $base->code ?? 'custom',
            name: $base->name ?? 'custom',
            trim: null === $size
                ? $base->trim ?? throw new \LogicException('A product without --size comes from the shelf.')
                : PrintSize::parse($size),
            bleed: null === $bleed ? $base->bleed ?? Bleed::none() : Bleed::all(Length::parse($bleed)),
            target: $target,
            floor: $floor,
            rule: $base->rule ?? OrientationRule::Either,
            limit: $base?->limit,
            wantsTransparency: $base->wantsTransparency ?? false,
            freeSize: $base?->freeSize,
            fit: $base->fit ?? new ProductFit(),
        );
    }
}
