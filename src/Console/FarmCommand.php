<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Work\Farm\Farm;
use Snugfit\Work\Farm\FarmMembership;
use Snugfit\Work\Farm\FarmRefused;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** What a machine asks of the farm at its start, while it works, and at its end (tools/serve.sh, tools/work.sh). */
#[AsCommand('farm', 'Open the queue and the store that machines share, or join them', hidden: true)]
final class FarmCommand extends Command
{
    public function __construct(
        private readonly Farm $farm,
        private readonly FarmMembership $membership,
        #[Autowire('%kernel.secret%')] #[\SensitiveParameter] private readonly string $secret,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('act', InputArgument::REQUIRED, 'open, join, check or leave');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            switch ($input->getArgument('act')) {
                case 'open':
                    $this->farm->open(hash('sha256', 'shop '.$this->secret));
                    break;
                case 'join':
                    $this->farm->join();
                    break;
                case 'check':
                    $this->farm->check();
                    break;
                case 'leave':
                    $this->membership->leave();
                    break;
                default:
                    return WrongUsage::say($output, 'A farm is opened, joined, checked or left.');
            }
        } catch (FarmRefused $e) {
            $output->writeln($e->sentence());

            return self::FAILURE;
        }

        return self::SUCCESS;
    }
}
