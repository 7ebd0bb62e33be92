<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use Snugfit\Core\Delivery\Preflight;
use Snugfit\Core\Delivery\PreflightFinding;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintFileState;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Message\AboutPrint;
use Snugfit\Work\Message\Attempt;
use Snugfit\Work\Message\PrintBegun;
use Snugfit\Work\Message\PrintCancelled;
use Snugfit\Work\Message\PrintFailed;
use Snugfit\Work\Message\PrintMade;
use Snugfit\Work\Message\PrintProgress;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** At the host: takes in what workers made, checks it, and delivers what passes. */
final readonly class PrintResultHandler
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Preflight $preflight,
        private DeliveryStore $deliveries,
        private FileStore $store,
        private RunScheduler $scheduler,
        private LoggerInterface $logger,
    ) {
    }

    #[AsMessageHandler]
    public function begun(PrintBegun $answer): void
    {
        $this->file($answer)?->begin($answer->attempt->order, $answer->attempt->token, $answer->attempt->worker);
        $this->entities->flush();
    }

    #[AsMessageHandler]
    public function progress(PrintProgress $answer): void
    {
        $this->awaited($answer, $answer->attempt)?->progressTo($answer->share);
        $this->entities->flush();
    }

    #[AsMessageHandler]
    public function made(PrintMade $answer): void
    {
        $file = $this->awaited($answer, $answer->attempt);
        if (null === $file) {
            $this->discard($answer);

            return;
        }
        $recipe = $file->recipe() ?? throw new \LogicException('A file that was made has a recipe.');
        $findings = $this->preflight->check($recipe, $answer->found, $file->maxBytes());
        $failures = Preflight::failures($findings);
        if ([] !== $failures) {
            $this->store->delete($answer->key);
            $sentences = array_map(static fn (PreflightFinding $finding): string => $finding->sentence(), $failures);
            $file->failed('Preflight: '.implode(' ', $sentences), $findings);
        } elseif ($this->deliveries->deliver($file, $answer->key, $answer->found->sha256)) {
            $file->made($answer->found, $findings, $answer->seconds);
        } else {
            // Lost or changed between check and delivery: what was not checked is not delivered.
            $this->logger->error('A print file was not the checked one any more and is made again.', ['file' => $file->id()]);
            $this->scheduler->order($file);
        }
        $this->ended($file);
    }

    #[AsMessageHandler]
    public function failed(PrintFailed $answer): void
    {
        $file = null === $answer->attempt ? $this->file($answer) : $this->awaited($answer, $answer->attempt);
        if (null !== $file && $file->state()->isOpen()) {
            $file->failed($answer->reason);
            $this->ended($file);
        }
    }

    #[AsMessageHandler]
    public function cancelled(PrintCancelled $answer): void
    {
        $file = $this->file($answer);
        if (null !== $file && $file->state()->isOpen() && $file->run()->isCancelled()) {
            $file->cancelled();
            $this->ended($file);
        }
    }

    private function file(AboutPrint $answer): ?PrintFile
    {
        return $this->entities->find(PrintFile::class, $answer->printFileId());
    }

    /** The file, where it waits for just this attempt: not for one that was given up, or ended before. */
    private function awaited(AboutPrint $answer, Attempt $attempt): ?PrintFile
    {
        $file = $this->file($answer);
        // Answers may come in another order than they were given in: nobody else has begun.
        if (PrintFileState::Queued === $file?->state() && null !== $attempt->order) {
            $file->begin($attempt->order, $attempt->token, $attempt->worker);
        }

        return true === $file?->awaits($attempt->token) ? $file : null;
    }

    /** What an attempt made that nobody waits for. The same answer twice finds its file delivered, and nothing to discard. */
    private function discard(PrintMade $answer): void
    {
        if ($this->store->has($answer->key)) {
            $this->store->delete($answer->key);
        }
    }

    private function ended(PrintFile $file): void
    {
        $this->entities->flush();
        $this->scheduler->feed($file->run());
    }
}
