<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\FailureReason;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\ImpossibleProduct;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Production\PlacementKey;
use Snugfit\Core\Production\ProductionPlanner;
use Snugfit\Core\Production\Refusal;
use Snugfit\Core\Production\WantedPrint;
use Snugfit\Core\Recipe\RenderOptions;
use Snugfit\Core\Scene\FrameChoice;
use Snugfit\Core\Scene\PreviewFormat;
use Snugfit\Core\Scene\PreviewSize;
use Snugfit\Core\Scene\PrintBody;
use Snugfit\Core\Scene\SceneLook;
use Snugfit\Pixels\Job\GuideJob;
use Snugfit\Pixels\Job\GuidePrint;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\PreviewJob;
use Snugfit\Pixels\Job\ReadMasterJob;
use Snugfit\Pixels\Lettering\FaceShelf;
use Snugfit\Pixels\Scene\SceneShelf;
use Snugfit\Shop\Repository\ProductRepository;
use Snugfit\Work\Child\CpuCount;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Formatter\OutputFormatter;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('show', 'Show the print of a picture in a scene, true to scale')]
final class ShowCommand extends Command
{
    /** The picture could not be read or the preview not written. */
    private const FAILED = 2;

    /** There is no such print, or it does not go into the scene. */
    private const REFUSED = 3;

    /** Where several sizes hang, if nobody says where. */
    private const SEVERAL = 'long';

    public function __construct(
        private readonly PixelProcessPool $processes,
        private readonly PlacementPlanner $planner,
        private readonly ProductionPlanner $production,
        private readonly ProductRepository $productRepository,
        private readonly SceneShelf $scenes,
        private readonly FaceShelf $faces,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('in', InputArgument::REQUIRED, 'The picture; it is never changed')
            ->addArgument('out', InputArgument::REQUIRED, 'The preview to write: .jpg, .png or .webp')
            ->addOption('scene', null, InputOption::VALUE_REQUIRED, 'Its code, like sofa; where it is left out, all are named')
            ->addOption(
                'size',
                null,
                InputOption::VALUE_REQUIRED,
                'Of the print: a product\'s code, like canvas-16x20, or 12x18in; several with commas hang on one wall',
            )
            ->addOption('width', null, InputOption::VALUE_REQUIRED, 'Of the preview in pixels', (string) PreviewSize::USUAL)
            ->addOption('frame', null, InputOption::VALUE_REQUIRED, implode(', ', array_column(FrameChoice::cases(), 'value')), 'suits')
            ->addOption('mat', null, InputOption::VALUE_REQUIRED, 'Between frame and print, like 40mm or 0; by a rule if left out')
            ->addOption('no-glass', null, InputOption::VALUE_NONE, 'No sheen of a pane')
            ->addOption('wall', null, InputOption::VALUE_REQUIRED, 'Its colour, like e4ded2')
            ->addOption('fabric', null, InputOption::VALUE_REQUIRED, 'The colour of what is printed on, like 1f2a44')
            ->addOption('proof', null, InputOption::VALUE_NONE, 'Colours as the press prints them')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Tell all of it as JSON');
        LetteringOptions::addTo($this);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        try {
            $option = Options::of($input);
            [$in, $out] = [$option->argument('in'), $option->argument('out')];
            is_file($in) || throw new \InvalidArgumentException(\sprintf('There is no file "%s".', $in));
            realpath($in) !== realpath($out)
                || throw new \InvalidArgumentException('The preview cannot take the master\'s place; give it another name.');
            $format = PreviewFormat::tryFrom(str_replace('jpeg', 'jpg', strtolower(pathinfo($out, \PATHINFO_EXTENSION))))
                ?? throw new \InvalidArgumentException('The preview is a .jpg, .png or .webp file.');
            $products = array_map(
                $this->product(...),
                explode(',', $option->text('size') ?? throw new \InvalidArgumentException('Say how large the print is: --size=12x18in.')),
            );
            $folder = $this->scenes->of($option->text('scene') ?? (1 < \count($products) ? self::SEVERAL : null)
                ?? throw new \InvalidArgumentException(
                    'Say which scene with --scene: '.implode(', ', array_keys($this->scenes->all())).'.',
                ));
            $look = self::look($option);
            $size = $option->previewSize('width');
            $options = (new RenderOptions())->letteredBy((new LetteringOptions($option, $this->faces))->request(basename($in)));
        } catch (\InvalidArgumentException $e) {
            return WrongUsage::say($output, $e->getMessage());
        }
        try {
            $master = new JobMaster($in, (string) hash_file('sha256', $in));
            $facts = MasterFacts::fromRecord($this->processes->start(new ReadMasterJob($master))->facts());
            $prints = array_map(fn (Product $one): GuidePrint => $this->print($master, $facts, $one, $options), $products);
            is_dir(\dirname($out)) || @mkdir(\dirname($out), 0o755, true);
            $this->processes->withThreads(CpuCount::count())->start(1 === \count($prints)
                ? new PreviewJob($master, $prints[0]->recipe, $prints[0]->body, $folder->path, $look, $size, $format, $out)
                : new GuideJob($prints, $folder->path, $look, $size, $out, $format))->facts();
        } catch (NoSuchPrint $e) {
            return self::told($errors, $in, $e->getMessage(), self::REFUSED);
        } catch (PixelJobFailed $e) {
            return self::told($errors, $in, $e->getMessage(), FailureReason::Impossible === $e->reason() ? self::REFUSED : self::FAILED);
        }
        $scale = $folder->scene->millimetresPerPixel($size->width);
        $faces = array_map(static fn (GuidePrint $one): PrintSize => $one->body->face, $prints);
        $millimetres = static fn (PrintSize $one): array => [$one->width->inMillimetres(), $one->height->inMillimetres()];
        $output->writeln($option->flag('json')
            ? json_encode([
                'in' => $in, 'out' => $out, 'scene' => $folder->scene->code,
                ...1 === \count($faces) ? ['print_mm' => $millimetres($faces[0])] : ['prints_mm' => array_map($millimetres, $faces)],
                'width' => $size->width, 'mm_per_pixel' => round($scale, 4),
            ], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRETTY_PRINT
                | \JSON_INVALID_UTF8_SUBSTITUTE)
            : OutputFormatter::escape(\sprintf(
                '%s: %s in "%s", 1 px = %.2f mm',
                $out,
                implode(', ', array_map(self::written(...), $faces)),
                $folder->scene->name,
                $scale,
            )), OutputInterface::OUTPUT_RAW);

        return Command::SUCCESS;
    }

    /** @throws NoSuchPrint */
    private function print(JobMaster $master, MasterFacts $facts, Product $product, RenderOptions $options): GuidePrint
    {
        $request = new PlacementRequest(focus: $facts->focus);
        $placement = $this->planner->plan($facts->artwork(), $product, $request);
        $key = new PlacementKey($master->path, $product->code);
        $recipe = $this->production->decide(new WantedPrint($key, basename($master->path), $facts, $placement, $options, $request));

        return $recipe instanceof Refusal
            ? throw new NoSuchPrint($recipe->sentence)
            : new GuidePrint($master, $recipe, PrintBody::of($placement->product), self::written($placement->product->trim));
    }

    private static function written(PrintSize $size): string
    {
        return $size->width->written(Unit::Inch).' × '.$size->height->written(Unit::Inch);
    }

    /** @param string $size a product's code, or width and height */
    private function product(string $size): Product
    {
        $size = trim($size);
        $catalogue = $this->productRepository->catalogue();
        try {
            return $catalogue->product($size);
        } catch (ImpossibleProduct $unknown) {
            if (1 !== preg_match('/^\s*[\d.]+.*[x×].*\d/u', $size)) {
                throw $unknown;
            }
            $target = Ppi::of(300);

            return new Product('custom', 'custom', PrintSize::parse($size), Bleed::none(), $target, Product::usualFloor($target, null));
        }
    }

    private static function look(Options $option): SceneLook
    {
        $mat = $option->text('mat');

        return new SceneLook(
            $option->choice('frame', FrameChoice::class) ?? FrameChoice::Suits,
            null === $mat ? null : Length::parse($mat, Unit::Millimetre),
            !$option->flag('no-glass'),
            self::colour($option->text('wall')),
            self::colour($option->text('fabric')),
            $option->flag('proof'),
        );
    }

    private static function colour(?string $text): ?string
    {
        return null === $text ? null : strtolower(ltrim($text, '#'));
    }

    private static function told(OutputInterface $errors, string $in, string $sentence, int $code): int
    {
        $errors->writeln(OutputFormatter::escape(\sprintf('%s: %s', $in, $sentence)));

        return $code;
    }
}
