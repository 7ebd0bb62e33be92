<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Shop\DataFolder;
use Snugfit\Shop\Entity\Person;
use Snugfit\Shop\Entity\Role;
use Snugfit\Shop\People\AccessTokens;
use Snugfit\Shop\People\Accounts;
use Snugfit\Shop\People\ImpossiblePerson;
use Snugfit\Shop\Repository\PersonRepository;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\Console\Style\SymfonyStyle;

/** People who sign in, from the shell: the first owner is made here. */
#[AsCommand('user', 'Add, list and remove people who sign in, and set their passwords')]
final class UserCommand extends Command
{
    public function __construct(
        private readonly Accounts $accounts,
        private readonly AccessTokens $tokens,
        private readonly PersonRepository $people,
        private readonly DataFolder $data,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('act', InputArgument::REQUIRED, 'add, list, remove, password, role or token')
            ->addArgument('name', InputArgument::OPTIONAL, 'The person\'s name')
            ->addArgument('label', InputArgument::OPTIONAL, 'What a token is for')
            ->addOption('role', null, InputOption::VALUE_REQUIRED, 'owner, operator or viewer', Role::Viewer->value)
            ->addOption('password-stdin', null, InputOption::VALUE_NONE, 'Read the password from standard input');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if (!$this->data->hasShop()) {
            return WrongUsage::say($output, \sprintf('There is no shop in %s yet: start it once.', $this->data->path));
        }
        $options = Options::of($input);
        $name = (string) $options->optionalArgument('name');
        $role = Role::tryFrom((string) $options->text('role'));
        if (null === $role) {
            return WrongUsage::say($output, 'A role is owner, operator or viewer.');
        }
        try {
            return match ($options->argument('act')) {
                'list' => $this->list($output),
                'has-owner' => $this->people->hasOwner() ? self::SUCCESS : self::FAILURE,
                'add' => $this->say($output, \sprintf(
                    'Added %s, %s.',
                    $this->accounts->add($name, $role, $this->password($input, $output))->name(),
                    $role->value,
                )),
                'remove' => $this->remove($name, $output),
                'role' => $this->setRole($name, $role, $output),
                'password' => $this->setPassword($name, $input, $output),
                'token' => $this->say($output, $this->tokens->give(
                    $this->accounts->named($name),
                    $options->optionalArgument('label') ?? 'from the shell',
                )),
                default => WrongUsage::say($output, 'Say add, list, remove, password, role or token.'),
            };
        } catch (ImpossiblePerson $e) {
            return WrongUsage::say($output, $e->getMessage());
        }
    }

    private function list(OutputInterface $output): int
    {
        $rows = array_map(
            static fn (Person $one): array => [$one->name(), $one->role()->value, $one->createdAt()->format('Y-m-d')],
            $this->people->all(),
        );
        foreach ($rows as [$name, $role, $since]) {
            $output->writeln(\sprintf('%-30s %-10s %s', $name, $role, $since));
        }

        return [] === $rows ? $this->say($output, 'Nobody signs in yet.') : self::SUCCESS;
    }

    private function remove(string $name, OutputInterface $output): int
    {
        $this->accounts->remove($this->accounts->named($name));

        return $this->say($output, \sprintf('Removed %s.', $name));
    }

    private function setRole(string $name, Role $role, OutputInterface $output): int
    {
        $this->accounts->setRole($this->accounts->named($name), $role);

        return $this->say($output, \sprintf('%s is %s now.', $name, $role->value));
    }

    private function setPassword(string $name, InputInterface $input, OutputInterface $output): int
    {
        $this->accounts->setPassword($this->accounts->named($name), $this->password($input, $output));

        return $this->say($output, 'Set; all browsers of this person are signed out.');
    }

    private function say(OutputInterface $output, string $sentence): int
    {
        $output->writeln($sentence);

        return self::SUCCESS;
    }

    private function password(InputInterface $input, OutputInterface $output): string
    {
        if ($input->getOption('password-stdin')) {
            return rtrim((string) stream_get_contents(\STDIN), "\r\n");
        }
        $typed = (new SymfonyStyle($input, $output))->askHidden('Password');

        return \is_string($typed) ? $typed : '';
    }
}
