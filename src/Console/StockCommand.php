<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Shop\Repository\ProductRepository;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('shop:stock', 'Fill an empty product shelf with the standard sizes', hidden: true)]
final class StockCommand extends Command
{
    public function __construct(private readonly ProductRepository $productRepository)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $this->productRepository->stock();

        return Command::SUCCESS;
    }
}
