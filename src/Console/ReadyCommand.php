<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Shop\DataFolder;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** Before a shop is opened: a database that is broken is not worked on, and not touched. */
#[AsCommand('shop:ready', 'Look whether the shop\'s data can be worked on', hidden: true)]
final class ReadyCommand extends Command
{
    public function __construct(private readonly DataFolder $data)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if (!$this->data->hasShop()) {
            return self::SUCCESS;
        }
        try {
            $found = (new \PDO('sqlite:'.$this->data->database()))->query('PRAGMA quick_check(3)');
            $answer = false === $found ? [] : $found->fetchAll(\PDO::FETCH_COLUMN);
        } catch (\PDOException $e) {
            $answer = [$e->getMessage()];
        }
        if (['ok'] === $answer) {
            return self::SUCCESS;
        }
        $output->writeln([
            \sprintf('The shop\'s data in %s is broken.', $this->data->database()),
            'So the shop is not opened, and the file is left as it is.',
            'Put it back from a backup: bin/snugfit restore FOLDER. Masters and deliveries are files of their own and still there.',
            ...array_filter($answer, is_string(...)),
        ]);

        return self::FAILURE;
    }
}
