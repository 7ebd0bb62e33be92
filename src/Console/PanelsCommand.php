<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Delivery\NameContext;
use Snugfit\Core\Delivery\Preflight;
use Snugfit\Core\Delivery\PreflightFinding;
use Snugfit\Core\Delivery\PrintFileFacts;
use Snugfit\Core\Delivery\SafeName;
use Snugfit\Core\FailureReason;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Fit\PrintDimensions;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Production\PlacementKey;
use Snugfit\Core\Production\ProductionPlanner;
use Snugfit\Core\Production\Refusal;
use Snugfit\Core\Production\WantedPrint;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Scene\FrameChoice;
use Snugfit\Core\Scene\PiecePlan;
use Snugfit\Core\Scene\PreviewFormat;
use Snugfit\Core\Scene\PreviewSize;
use Snugfit\Core\Scene\PrintBody;
use Snugfit\Core\Scene\Rail;
use Snugfit\Core\Scene\SceneLook;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\MakePrintJob;
use Snugfit\Pixels\Job\PreviewJob;
use Snugfit\Pixels\Job\ReadMasterJob;
use Snugfit\Pixels\Lettering\FaceShelf;
use Snugfit\Pixels\Scene\SceneFolder;
use Snugfit\Pixels\Scene\SceneShelf;
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

#[AsCommand('panels', 'Print one picture over several pieces that hang beside each other')]
final class PanelsCommand extends Command
{
    /** The picture could not be read, or a piece did not come out right. */
    private const FAILED = 2;

    /** The picture does not carry the size. */
    private const REFUSED = 3;

    public function __construct(
        private readonly PixelProcessPool $processes,
        private readonly PlacementPlanner $planner,
        private readonly ProductionPlanner $production,
        private readonly Preflight $preflight,
        private readonly SceneShelf $shelf,
        private readonly FaceShelf $faces,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('in', InputArgument::REQUIRED, 'The picture; it is never changed')
            ->addArgument('out', InputArgument::REQUIRED, 'Folder for the print files');
        PanelOrder::addTo($this);
        MakingOptions::addTo($this);
        LetteringOptions::addTo($this);
        $this->addOption('name', null, InputOption::VALUE_REQUIRED, 'Names by a template', PanelOrder::TEMPLATE)
            ->addOption('scenes', null, InputOption::VALUE_REQUIRED, 'Previews on walls: codes with commas between, like sofa,hall')
            ->addOption('scene-width', null, InputOption::VALUE_REQUIRED, 'Of previews in pixels', (string) PreviewSize::USUAL)
            ->addOption('replace', null, InputOption::VALUE_NONE, 'Make files again that are there already')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Tell all of it as JSON');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        try {
            $option = Options::of($input);
            [$in, $out] = [$option->argument('in'), rtrim($option->argument('out'), '/')];
            is_file($in) || throw new \InvalidArgumentException(\sprintf('There is no file "%s".', $in));
            !$option->isTraced() || throw new \InvalidArgumentException('Pieces are made of pixels. Trace the picture first.');
            $order = PanelOrder::of($option);
            $options = (new MakingOptions($option))->renderOptions()
                ->letteredBy((new LetteringOptions($option, $this->faces))->request(basename($in)));
            $master = new JobMaster($in, (string) hash_file('sha256', $in));
            $facts = MasterFacts::fromRecord($this->processes->start(new ReadMasterJob($master))->facts());
            $boxes = self::boxes($order, $facts);
            $placement = $this->place($facts, $order, $boxes);
            $request = new PlacementRequest(keep: $order->keep, focus: $facts->focus);
            $recipe = $this->production->decide(new WantedPrint(
                new PlacementKey($in, $order->product->code), basename($in), $facts, $placement, $options, $request,
            ));
            if ($recipe instanceof Refusal) {
                return self::told($errors, $in, $recipe->sentence, self::REFUSED);
            }
            $targets = $this->targets($order, $recipe, $in, $out, $option->flag('replace'));
            $scenes = $this->scenes($option, $order);
            $size = $option->previewSize('scene-width');
        } catch (\InvalidArgumentException $e) {
            return WrongUsage::say($output, $e->getMessage());
        } catch (PixelJobFailed $e) {
            return self::told($errors, $in, $e->getMessage(), FailureReason::Impossible === $e->reason() ? self::REFUSED : self::FAILED);
        }
        $cut = \count($boxes) - $order->plan->whole($boxes, $placement->crop, $order->product->bleed);
        if ($cut > 0) {
            $errors->writeln(OutputFormatter::escape(\sprintf('%d of what must stay whole is cut by a gap or an edge.', $cut)));
        }
        $report = new PanelsReport($order, $placement, $recipe, $cut);
        $bar = new TerminalProgress($errors);
        try {
            foreach ($order->plan->panels as $at => $panel) {
                $piece = $order->recipeFor($panel, $recipe);
                $findings = $this->make($master, $piece, $targets[$panel->number], $bar, $at / \count($order->plan->panels));
                $failed = Preflight::failures($findings);
                if ([] !== $failed) {
                    @unlink($targets[$panel->number]);
                    $why = implode(' ', array_map(static fn (PreflightFinding $one): string => $one->sentence(), $failed));

                    return self::told($errors, $targets[$panel->number], $why, self::FAILED);
                }
                $report->made($panel, $piece, $targets[$panel->number], $findings);
            }
            foreach ($scenes as $code => $scene) {
                $target = \sprintf('%s/%s/%s-%s.jpg', $out, Rail::FOLDER, SafeName::of(pathinfo($in, \PATHINFO_FILENAME)), $code);
                $bar->at(basename($target), 1.0);
                $this->show($master, $recipe, $order, $scene, $size, $target);
                $report->shown($code, $target);
            }
        } catch (PixelJobFailed $e) {
            return self::told($errors, $in, $e->getMessage(), self::FAILED);
        } finally {
            $bar->end();
        }
        $report->tell($output, $in, $option->flag('json'));

        return Command::SUCCESS;
    }

    /**
     * Filling the whole; moved where that keeps boxes whole on a piece.
     *
     * @param list<PixelWindow> $boxes
     */
    private function place(MasterFacts $facts, PanelOrder $order, array $boxes): Placement
    {
        $plan = fn (?CropPosition $position): Placement => $this->planner->plan(
            $facts->artwork(),
            $order->product,
            new PlacementRequest($order->framing($position), $order->keep, focus: $facts->focus),
        );
        $placement = $plan(null);
        $moved = $order->plan->keeping($boxes, $placement->crop, $facts->size, $order->product->bleed);
        if ([$moved->x, $moved->y] === [$placement->crop->x, $placement->crop->y]) {
            return $placement;
        }

        return $plan(new CropPosition($moved->centreX() / $facts->size->width, $moved->centreY() / $facts->size->height));
    }

    /** @return list<PixelWindow> what must stay whole: as given, else what was found to be looked at first */
    private static function boxes(PanelOrder $order, MasterFacts $facts): array
    {
        $boxes = [] === $order->keep && null !== $facts->focus ? [$facts->focus] : $order->keep;

        return array_map(static fn (FractionBox $box): PixelWindow => $box->inPixelsOf($facts->size), $boxes);
    }

    /**
     * @return array<int, string> paths by piece
     *
     * @throws \InvalidArgumentException
     */
    private function targets(PanelOrder $order, Recipe $recipe, string $in, string $out, bool $replaces): array
    {
        $targets = [];
        foreach ($order->plan->panels as $panel) {
            $piece = $order->recipeFor($panel, $recipe);
            [$folder, $name] = $order->name->path(
                basename($in),
                $order->product->piece($panel->size),
                new PrintDimensions($piece->size(), $piece->write->ppi),
                new NameContext(new \DateTimeImmutable(), $panel->number, $panel->number),
            );
            $target = $out.('' === $folder ? '' : '/'.$folder).'/'.$name.'.'.$piece->write->format->extension();
            if (file_exists($target) && (!$replaces || realpath($target) === realpath($in))) {
                throw new \InvalidArgumentException(\sprintf(
                    'There is a file "%s" already. Choose another folder%s.', $target, $replaces ? '' : ', or --replace',
                ));
            }
            $targets[$panel->number] = $target;
        }

        return $targets;
    }

    /**
     * @return non-empty-list<PreflightFinding>
     *
     * @throws PixelJobFailed
     */
    private function make(JobMaster $master, Recipe $piece, string $target, TerminalProgress $bar, float $done): array
    {
        is_dir(\dirname($target)) || @mkdir(\dirname($target), 0o755, true);
        $child = $this->processes->withThreads(CpuCount::count())->start(new MakePrintJob($master, $piece->canonicalJson(), $target));
        while ($child->isRunning()) {
            $bar->at(basename($target), $done);
            usleep(20_000);
        }

        return $this->preflight->check($piece, PrintFileFacts::fromRecord($child->facts()), $piece->write->limit?->bytes);
    }

    /**
     * @return array<string, SceneFolder> by code
     *
     * @throws \InvalidArgumentException where one is not known, or they do not hang in it
     */
    private function scenes(Options $option, PanelOrder $order): array
    {
        $scenes = [];
        foreach ($option->codes('scenes') as $code) {
            $scenes[$code] = $this->shelf->of($code);
            PiecePlan::of(self::body($order), $scenes[$code]->scene);
        }

        return $scenes;
    }

    /** @throws PixelJobFailed */
    private function show(JobMaster $master, Recipe $recipe, PanelOrder $order, SceneFolder $scene, PreviewSize $size, string $target): void
    {
        is_dir(\dirname($target)) || @mkdir(\dirname($target), 0o755, true);
        $body = self::body($order);
        $look = new SceneLook(FrameChoice::None);
        $this->processes->withThreads(CpuCount::count())
            ->start(new PreviewJob($master, $recipe, $body, $scene->path, $look, $size, PreviewFormat::Jpeg, $target))
            ->facts();
    }

    private static function body(PanelOrder $order): PrintBody
    {
        return PrintBody::of($order->product)->over($order->plan->panels);
    }

    private static function told(OutputInterface $errors, string $what, string $sentence, int $code): int
    {
        $errors->writeln(OutputFormatter::escape(\sprintf('%s: %s', $what, $sentence)));

        return $code;
    }
}
