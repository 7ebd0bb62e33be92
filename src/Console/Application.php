<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Symfony\Bundle\FrameworkBundle\Console\Application as FrameworkApplication;
use Symfony\Component\Console\Application as ConsoleApplication;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\HttpKernel\KernelInterface;

/** The framework's, without its own --profile: here that word means a print file's colours. */
final class Application extends FrameworkApplication
{
    public function __construct(KernelInterface $kernel)
    {
        parent::__construct($kernel);
        $this->setName('Snugfit');
        $options = $this->getDefinition()->getOptions();
        unset($options['profile']);
        $this->getDefinition()->setOptions($options);
    }

    /** Not the framework's way of running a command: it would take our --profile for its own. */
    protected function doRunCommand(Command $command, InputInterface $input, OutputInterface $output): int
    {
        return ConsoleApplication::doRunCommand($command, $input, $output);
    }
}
