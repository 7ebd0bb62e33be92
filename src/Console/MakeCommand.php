<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Core\Product\ImpossibleProduct;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Repair\CutOut;
use Snugfit\Core\Repair\Tracing;
use Snugfit\Core\Scene\PreviewFormat;
use Snugfit\Core\Scene\PreviewSize;
use Snugfit\Core\Scene\Rail;
use Snugfit\Pixels\Lettering\FaceShelf;
use Snugfit\Pixels\Scene\SceneShelf;
use Snugfit\Shop\Repository\ProductRepository;
use Snugfit\Work\Child\CpuCount;
use Snugfit\Work\Folder\FolderEdits;
use Snugfit\Work\Folder\FolderLettering;
use Snugfit\Work\Folder\FolderMaker;
use Snugfit\Work\Folder\FolderRequest;
use Snugfit\Work\Folder\FolderResult;
use Snugfit\Work\Folder\FolderScenes;
use Snugfit\Work\Folder\UnwritableFolder;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Command\SignalableCommandInterface;
use Symfony\Component\Console\Formatter\OutputFormatter;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('make', 'Make checked print files of every picture in a folder')]
final class MakeCommand extends Command implements SignalableCommandInterface
{
    /** Some input could not be read or written; the rest was made. */
    private const PARTLY = 2;

    private bool $isStopped = false;

    public function __construct(
        private readonly FolderMaker $maker,
        private readonly ProductRepository $productRepository,
        private readonly FolderProof $proof,
        private readonly SceneShelf $scenes,
        private readonly FaceShelf $faces,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('folder', InputArgument::REQUIRED, 'Folder with the masters; they are never changed')
            ->addOption('products', null, InputOption::VALUE_REQUIRED, 'Codes with commas between, like a4,apparel-front')
            ->addOption('out', null, InputOption::VALUE_REQUIRED, 'Folder for print files and manifest')
            ->addOption('jobs', null, InputOption::VALUE_REQUIRED, 'Files in work at a time; as many as cores if left out')
            ->addOption(
                'name',
                null,
                InputOption::VALUE_REQUIRED,
                'Names by a template like {artwork}-{product}; a slash begins a folder. Words: '.
                    implode(', ', array_keys(NameTemplate::WORDS)),
            )
            ->addOption(
                'proof-sheet',
                null,
                InputOption::VALUE_NONE,
                'A PDF of all print files beside them, small and to one scale, with their figures',
            )
            ->addOption('json', null, InputOption::VALUE_NONE, 'Print the manifest');
        MakingOptions::addTo($this);
        LetteringOptions::addTo($this);
        $this->addOption('cutout', null, InputOption::VALUE_NONE, 'Cut the background of every picture away first')
            ->addOption('trim', null, InputOption::VALUE_OPTIONAL, 'Cut margins away first; like 2% to leave some', false)
            ->addOption('edits', null, InputOption::VALUE_REQUIRED, 'A folder with lists of edits, NAME.json (docs/guide.md)')
            ->addOption(
                'scenes',
                null,
                InputOption::VALUE_REQUIRED,
                'Previews of the prints in scenes that suit them: their codes with commas between, or all (bin/snugfit show --help)',
            )
            ->addOption('scene-width', null, InputOption::VALUE_REQUIRED, 'Of previews in pixels', (string) PreviewSize::USUAL)
            ->addOption('scene-format', null, InputOption::VALUE_REQUIRED, 'Of previews: jpg, png or webp', PreviewFormat::Jpeg->value)
            ->addOption('scene-name', null, InputOption::VALUE_REQUIRED, 'Names of previews by a template', Rail::TEMPLATE);
    }

    /** @return list<int> */
    public function getSubscribedSignals(): array
    {
        return [\SIGINT, \SIGTERM];
    }

    public function handleSignal(int $signal, int|false $previousExitCode = 0): int|false
    {
        $this->isStopped = true;

        return false;
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        try {
            $order = $this->order(Options::of($input));
        } catch (\InvalidArgumentException $e) {
            return WrongUsage::say($output, $e->getMessage());
        }
        $bar = new TerminalProgress($errors);
        try {
            $result = $this->maker->make($order, $bar, fn (): bool => $this->isStopped);
            if ($input->getOption('proof-sheet') && !$result->wasStopped) {
                $this->proof->write($order, $result);
            }
        } catch (UnwritableFolder $e) {
            $errors->writeln('<error>'.OutputFormatter::escape($e->getMessage()).'</error>');

            return self::PARTLY;
        } finally {
            $bar->end();
        }
        foreach ([...$result->notes, ...$result->failures] as $sentence) {
            $errors->writeln(OutputFormatter::escape($sentence));
        }
        if ($input->getOption('json')) {
            $output->write($result->manifest->json(), false, OutputInterface::OUTPUT_RAW);
        } else {
            $output->writeln(OutputFormatter::escape($this->summary($result, $order->out)));
        }

        return [] === $result->failures && !$result->wasStopped ? Command::SUCCESS : self::PARTLY;
    }

    private function order(Options $option): FolderRequest
    {
        $folder = $option->argument('folder');
        if (!is_dir($folder)) {
            throw new \InvalidArgumentException(\sprintf('There is no folder "%s".', $folder));
        }
        $out = rtrim($option->text('out') ?? throw new \InvalidArgumentException('Say where the print files go: --out=DIR.'), '/');
        if (realpath($folder) === realpath($out)) {
            throw new \InvalidArgumentException(
                'Print files cannot go among their masters: the next time they would be taken for masters. Give --out '
                .'another folder; one inside is fine.',
            );
        }
        $jobs = $option->number('jobs') ?? (float) CpuCount::count();
        if ($jobs < 1 || $jobs > 64 || floor($jobs) !== $jobs) {
            throw new \InvalidArgumentException('--jobs takes a whole number from 1 to 64.');
        }

        return new FolderRequest(
            $folder,
            '' === $out ? '/' : $out,
            $this->products($option),
            (int) $jobs,
            (new MakingOptions($option))->renderOptions(),
            new NameTemplate($option->text('name') ?? NameTemplate::USUAL),
            $this->edits($option),
            $this->scenes($option),
            $this->lettering($option),
        );
    }

    private function lettering(Options $option): FolderLettering
    {
        $asked = new LetteringOptions($option, $this->faces);

        return new FolderLettering($asked->lettering(), $asked->words());
    }

    private function scenes(Options $option): FolderScenes
    {
        if (null === $option->text('scenes')) {
            return new FolderScenes();
        }
        $codes = $option->codes('scenes');

        return new FolderScenes(
            ['all'] === $codes ? array_values($this->scenes->all()) : array_map($this->scenes->of(...), $codes),
            new Rail(
                [],
                $option->previewSize('scene-width'),
                $option->choice('scene-format', PreviewFormat::class) ?? PreviewFormat::Jpeg,
                $option->text('scene-name') ?? Rail::TEMPLATE,
            ),
        );
    }

    private function edits(Options $option): FolderEdits
    {
        $folder = $option->text('edits');
        if (null !== $folder && !is_dir($folder)) {
            throw new \InvalidArgumentException(\sprintf('--edits takes a folder; there is no "%s".', $folder));
        }

        return new FolderEdits(
            array_values(array_filter([
                $option->flag('cutout') ? new CutOut() : null,
                $option->trim(),
                $option->isTraced() ? new Tracing(isForced: false) : null,
            ])),
            $folder,
        );
    }

    /** @return non-empty-list<Product> */
    private function products(Options $option): array
    {
        $catalogue = $this->productRepository->catalogue();
        $codes = $option->codes('products');
        if ([] === $codes) {
            throw new ImpossibleProduct(
                'Say for which products: --products=CODE,CODE. Known codes: '.
                    implode(', ', array_map(strval(...), array_keys($catalogue->products))).
                    '.',
            );
        }

        return array_map($catalogue->product(...), $codes);
    }

    private function summary(FolderResult $result, string $out): string
    {
        if ([] === $result->manifest->files && [] === $result->manifest->unreadable) {
            return 'There is no file in this folder, so nothing was made.';
        }

        return \sprintf(
            '%d made, %d unchanged, %d short, %d not made or not readable%s. Manifest: %s/manifest.json',
            $result->made,
            $result->unchanged,
            $result->short,
            \count($result->failures),
            $result->wasStopped ? '; stopped before the end' : '',
            $out,
        );
    }
}
