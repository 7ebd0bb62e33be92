<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Failure;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\EditList;
use Snugfit\Work\Child\PixelJobFailed;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Formatter\OutputFormatter;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('repair', 'Do a list of edits to a picture, or to a folder of them')]
final class RepairCommand extends Command
{
    /** A picture could not be read or the result not written. */
    private const FAILED = 2;

    public function __construct(private readonly RepairRun $repairs)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('in', InputArgument::REQUIRED, 'The picture, or a folder of them; they are never changed')
            ->addArgument('out', InputArgument::REQUIRED, 'The file to write: .png, .tif, .webp or .jpg; or the folder')
            ->addOption('edits', null, InputOption::VALUE_REQUIRED, 'A JSON file: a list of edits (docs/edits.md)');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        try {
            $option = Options::of($input);
            $files = RepairRun::files($option->argument('in'), $option->argument('out'));
            $edits = self::edits($option->text('edits') ?? throw new \InvalidArgumentException('Give --edits=FILE.json.'));
        } catch (\InvalidArgumentException|Failure $e) {
            return WrongUsage::say($output, $e->getMessage());
        }
        $code = Command::SUCCESS;
        foreach ($files as $in => $out) {
            try {
                $made = $this->repairs->make($in, $out, $edits);
                $output->writeln(OutputFormatter::escape(\sprintf('%s: %s px', $out, $made->size)));
            } catch (PixelJobFailed $e) {
                $code = self::FAILED;
                $sentence = $e->getMessage();
                $errors->writeln(OutputFormatter::escape(\sprintf('%s: %s', $in, $sentence)));
            }
        }

        return $code;
    }

    private static function edits(string $file): EditList
    {
        if (!is_file($file)) {
            throw new \InvalidArgumentException(\sprintf('There is no file "%s".', $file));
        }
        $json = (string) file_get_contents($file);
        $edits = EditList::fromRecord(JsonReader::decode($json, 'the edits'));

        return $edits->isSilent() ? throw new \InvalidArgumentException('That list has no edit that is switched on.') : $edits;
    }
}
