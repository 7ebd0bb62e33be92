<?php

declare(strict_types=1);

namespace Snugfit\Console\Trial;

use Snugfit\Console\Options;
use Snugfit\Console\WrongUsage;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\Filesystem\Filesystem;

/** Makes trouble for a shop of its own on purpose, and looks whether anything was lost, doubled, stuck, wrong or blamed. */
#[AsCommand('trial', 'Kill, lock, fill and spoil a shop of its own, and see whether it keeps its promises')]
final class TrialCommand extends Command
{
    private const PORT = 8393;

    public function __construct(private readonly string $projectDir)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $all = 'kills, locks, "full disk", garbage, "hostile files", crowd, farm';
        $this->addArgument('trials', InputArgument::OPTIONAL | InputArgument::IS_ARRAY, $all)
            ->addOption('quick', null, InputOption::VALUE_NONE, 'A tenth of it, to see that the trials themselves work')
            ->addOption('port', null, InputOption::VALUE_REQUIRED, 'For the shop', (string) self::PORT);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $isQuick = Options::of($input)->flag('quick');
        /** @var array<string, array{Trial, int, int}> $trials with their whole and their quick size */
        $trials = [];
        foreach ([
            [new KillTrial(), 208, 26], [new LockTrial(), 120, 5], [new FullDiskTrial(), 1, 1], [new GarbageTrial(), 1, 1],
            [new HostileFilesTrial(), 300, 30], [new CrowdTrial(), 60, 10],
            [new FarmTrial(), 16, 8],
        ] as $trial) {
            $trials[$trial[0]->name()] = $trial;
        }
        $asked = array_values(array_filter((array) $input->getArgument('trials'), is_string(...)));
        foreach ($asked as $name) {
            if (!isset($trials[$name])) {
                return WrongUsage::say($output, \sprintf('There is no trial "%s".', $name));
            }
        }
        $wrong = 0;
        $output->writeln("| trial | result | took | what was done |\n| --- | --- | --- | --- |");
        foreach ([] === $asked ? $trials : array_intersect_key($trials, array_flip($asked)) as $name => [$trial, $whole, $quick]) {
            $wrong += (int) !$this->try($trial, $isQuick ? $quick : $whole, (int) Options::of($input)->number('port'), $output);
        }

        return 0 === $wrong ? self::SUCCESS : self::FAILURE;
    }

    private function try(Trial $trial, int $size, int $port, OutputInterface $output): bool
    {
        $data = \sprintf('%s/snugfit-trial-%s', sys_get_temp_dir(), bin2hex(random_bytes(4)));
        $shop = new TrialShop($this->projectDir, $data, $port);
        $began = time();
        try {
            $shop->open();
            [$result, $told] = ['kept', $trial->run($shop, new TrialClient($shop), $size)];
        } catch (TrialFailed $e) {
            [$result, $told] = ['**broken**', $e->getMessage()];
        } finally {
            $shop->close();
        }
        $output->writeln(\sprintf('| %s | %s | %d s | %s |', $trial->name(), $result, time() - $began, strtr($told, "\n|", ' /')));
        if ('kept' !== $result) {
            $output->writeln('Its shop is left in '.$data);

            return false;
        }
        (new Filesystem())->remove($data);

        return true;
    }
}
