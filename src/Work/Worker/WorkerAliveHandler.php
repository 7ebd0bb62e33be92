<?php

declare(strict_types=1);

namespace Snugfit\Work\Worker;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Shop\Repository\WorkerRepository;
use Snugfit\Work\Message\WorkerAlive;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** At the host: notes who is there. */
#[AsMessageHandler]
final readonly class WorkerAliveHandler
{
    public function __construct(private EntityManagerInterface $entities, private WorkerRepository $workers)
    {
    }

    public function __invoke(WorkerAlive $message): void
    {
        $since = new \DateTimeImmutable('@'.$message->startedAt);
        $this->workers->named($message->worker)->started($message->lanes, $since, $message->machine ?? '');
        $this->entities->flush();
    }
}
