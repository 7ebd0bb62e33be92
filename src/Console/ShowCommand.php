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
            ->addOption('size', null, InputOption::VALUE_REQUIRED, 'Of the print: a product\'s code, like canvas-16x20, or 12x18in')
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
            $folder = $this->scenes->of($option->text('scene') ?? throw new \InvalidArgumentException(
                'Say which scene with --scene: '.implode(', ', array_keys($this->scenes->all())).'.',
            ));
            $product = $this->product(
                $option->text('size') ?? throw new \InvalidArgumentException('Say how large the print is: --size=12x18in.'),
            );
            $look = self::look($option);
            $size = $option->previewSize('width');
            $options = (new RenderOptions())->letteredBy((new LetteringOptions($option, $this->faces))->request(basename($in)));
        } catch (\InvalidArgumentException $e) {
            return WrongUsage::say($output, $e->getMessage());
        }
        try {
            $master = new JobMaster($in, (string) hash_file('sha256', $in));
            $facts = MasterFacts::fromRecord($this->processes->start(new ReadMasterJob($master))->facts());
            $request = new PlacementRequest(focus: $facts->focus);
            $placement = $this->planner->plan($facts->artwork(), $product, $request);
            $key = new PlacementKey($in, $product->code);
            $wanted = new WantedPrint($key, basename($in), $facts, $placement, $options, $request);
            $recipe = $this->production->decide($wanted);
            if ($recipe instanceof Refusal) {
                return self::told($errors, $in, $recipe->sentence, self::REFUSED);
            }
            is_dir(\dirname($out)) || @mkdir(\dirname($out), 0o755, true);
            $body = PrintBody::of($placement->product);
            $this->processes->withThreads(CpuCount::count())
                ->start(new PreviewJob($master, $recipe, $body, $folder->path, $look, $size, $format, $out))
                ->facts();
        } catch (PixelJobFailed $e) {
            return self::told($errors, $in, $e->getMessage(), FailureReason::Impossible === $e->reason() ? self::REFUSED : self::FAILED);
        }
        $scale = $folder->scene->millimetresPerPixel($size->width);
        $face = $body->face;
        $output->writeln($option->flag('json')
            ? json_encode([
                'in' => $in, 'out' => $out, 'scene' => $folder->scene->code,
                'print_mm' => [$face->width->inMillimetres(), $face->height->inMillimetres()],
                'width' => $size->width, 'mm_per_pixel' => round($scale, 4),
            ], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRETTY_PRINT
                | \JSON_INVALID_UTF8_SUBSTITUTE)
            : OutputFormatter::escape(\sprintf(
                '%s: %s × %s in "%s", 1 px = %.2f mm',
                $out,
                $face->width->written(Unit::Inch),
                $face->height->written(Unit::Inch),
                $folder->scene->name,
                $scale,
            )), OutputInterface::OUTPUT_RAW);

        return Command::SUCCESS;
    }

    private function product(string $size): Product
    {
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
