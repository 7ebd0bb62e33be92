<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Delivery\ExternalFilePreflight;
use Snugfit\Core\Delivery\Preflight;
use Snugfit\Core\Delivery\PreflightFinding;
use Snugfit\Core\Delivery\PrintFileFacts;
use Snugfit\Core\Product\ImpossibleProduct;
use Snugfit\Core\Product\Product;
use Snugfit\Pixels\Job\ReadPrintFileJob;
use Snugfit\Shop\Repository\ProductRepository;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Formatter\OutputFormatter;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/**
 * @phpstan-type Finding array{subject: string, wanted: string, found: string, passed: bool}
 * @phpstan-type Checked array{file: string, passed: bool, findings: list<Finding>, facts: ?array<string, mixed>}
 */
#[AsCommand('check', 'Preflight print files from elsewhere against a product')]
final class CheckCommand extends Command
{
    /** A file or more would not be taken. */
    private const REFUSED = 2;

    public function __construct(
        private readonly PixelProcessPool $processes,
        private readonly ProductRepository $productRepository,
        private readonly ExternalFilePreflight $preflight,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('files', InputArgument::REQUIRED | InputArgument::IS_ARRAY, 'JPEG, PNG, TIFF, WebP or PDF; they are only read')
            ->addOption('product', null, InputOption::VALUE_REQUIRED, 'The code of the product that they are for')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Findings and facts as JSON');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            $product = $this->productRepository
                ->catalogue()
                ->product(Options::of($input)->text('product') ?? throw new ImpossibleProduct('Say for which product: --product=CODE.'));
        } catch (\InvalidArgumentException $e) {
            return WrongUsage::say($output, $e->getMessage());
        }
        $files = $input->getArgument('files');
        $checked = array_map(
            fn (string $file): array => $this->check($file, $product),
            array_values(array_filter(\is_array($files) ? $files : [], is_string(...))),
        );
        if ($input->getOption('json')) {
            $output->writeln(
                json_encode(
                    ['product' => $product->code, 'files' => $checked],
                    \JSON_PRETTY_PRINT |
                        \JSON_UNESCAPED_SLASHES |
                        \JSON_UNESCAPED_UNICODE |
                        \JSON_INVALID_UTF8_SUBSTITUTE |
                        \JSON_THROW_ON_ERROR,
                ),
                OutputInterface::OUTPUT_RAW,
            );
        } else {
            array_map(fn (array $one) => $this->say($one, $output), $checked);
        }

        return [] === array_filter($checked, static fn (array $one): bool => !$one['passed']) ? Command::SUCCESS : self::REFUSED;
    }

    /** @return Checked */
    private function check(string $file, Product $product): array
    {
        try {
            $facts = PrintFileFacts::fromRecord(
                (is_file($file) ? $this->processes->start(new ReadPrintFileJob($file)) : throw PixelJobFailed::missing())->facts(),
            );
            $findings = $this->preflight->check($product, $facts);
        } catch (PixelJobFailed $e) {
            [$facts, $findings] = [null, [new PreflightFinding('Readable', 'a print file', lcfirst($e->getMessage()), false)]];
        }

        return [
            'file' => $file,
            'passed' => Preflight::passed($findings),
            'findings' => array_map(static fn (PreflightFinding $finding): array => $finding->toArray(), $findings),
            'facts' => $facts?->toArray(),
        ];
    }

    /** @param Checked $checked */
    private function say(array $checked, OutputInterface $output): void
    {
        $output->writeln(
            OutputFormatter::escape(\sprintf('%s: %s', $checked['file'], $checked['passed'] ? 'passed' : 'would not be taken')),
        );
        foreach ($checked['findings'] as $finding) {
            $output->writeln(
                OutputFormatter::escape(
                    \sprintf('  %s %s', $finding['passed'] ? ' ' : '!', (new PreflightFinding(...$finding))->sentence()),
                ),
            );
        }
    }
}
