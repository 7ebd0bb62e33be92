<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Psr\Log\LoggerInterface;
use Snugfit\Work\Farm\ExchangeCleaner;
use Snugfit\Work\Keeping\KeptFilesCheck;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** Beside the open shop: reads what is kept slowly, again and again, so that rot is found while the file can be given again. */
#[AsCommand('shop:keeper', 'Read the kept files slowly, again and again', hidden: true)]
final class KeeperCommand extends Command
{
    /** Seconds after which a file is read again. */
    private const EVERY = 7 * 86_400;

    /** Seconds between two rounds in which nothing was due. */
    private const REST = 60;

    /** Bytes read in a second at most, so that nobody waits for it. */
    private const PACE = 30_000_000;

    /** Seconds after which this process makes way for a fresh one. */
    private const LIFE = 3600;

    public function __construct(
        private readonly KeptFilesCheck $check,
        private readonly ExchangeCleaner $exchange,
        private readonly LoggerInterface $logger,
    ) {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        proc_nice(19);
        $this->exchange->tidy();
        for ($until = time() + self::LIFE; time() < $until; sleep(self::REST)) {
            foreach ($this->check->overdue(time() - self::EVERY) as $one) {
                if ($one->isFault()) {
                    $this->logger->error('A kept file does not have the bytes that it should.', ['file' => $one->file->key]);
                }
                usleep((int) (1e6 * $one->bytes / self::PACE) + 20_000);
                if (time() >= $until) {
                    break;
                }
            }
        }

        return self::SUCCESS;
    }
}
