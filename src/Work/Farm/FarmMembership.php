<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception as DatabaseFailed;
use Psr\Log\LoggerInterface;
use Snugfit\Shop\DataFolder;

/** Whether this machine may take work, asked now and then; and what it lets the others know of itself. */
final class FarmMembership
{
    /** Seconds between two looks. */
    private const EVERY = 10.0;

    /** Seconds by which clocks may differ: little beside what a loan lasts. */
    private const CLOCK = 3.0;

    /** Microseconds that one waits who may take nothing. */
    private const PAUSE = 1_000_000;

    private float $looked = 0.0;
    private ?FarmRefused $refusal = null;

    public function __construct(
        private readonly FarmDatabase $database,
        private readonly FarmSettings $settings,
        private readonly DataFolder $data,
        /** Tells this start of this machine's workers from others of the same name. */
        private readonly string $machineToken,
        private readonly LoggerInterface $logger,
    ) {
    }

    /**
     * @template T
     *
     * @param \Closure(): ?T $act
     *
     * @return ?T null where nothing may be done, or nothing was there
     */
    public function ifWelcome(\Closure $act): mixed
    {
        if (microtime(true) >= $this->looked + self::EVERY) {
            $this->refusal = $this->refusal();
            $this->looked = microtime(true);
            @unlink($this->data->queueFault());
            if (null !== $this->refusal) {
                $this->logger->error($this->refusal->sentence());
            }
        }
        if (null !== $this->refusal) {
            usleep(self::PAUSE);

            return null;
        }

        return $act();
    }

    /** For the health page: noted in a file, so that no page waits for a server that does not answer. */
    public function queueIsGone(): void
    {
        @touch($this->data->queueFault());
        $this->looked = 0.0;
    }

    /**
     * What stands against this machine's taking work now; null where nothing does.
     *
     * @throws DatabaseFailed
     */
    public function refusal(): ?FarmRefused
    {
        $connection = $this->database->connection();
        $asked = microtime(true);
        $shop = $connection->fetchAssociative(
            'SELECT edition, library, extract(epoch FROM clock_timestamp()) AS now FROM snugfit_shop',
        );
        if (false === $shop) {
            return FarmRefused::noShop();
        }
        $connection->executeStatement(
            'UPDATE snugfit_machine SET seen_at = now() WHERE name = ? AND token = ?',
            [$this->settings->machine, $this->machineToken],
        );
        $ahead = ($asked + microtime(true)) / 2 - (is_numeric($shop['now']) ? (float) $shop['now'] : 0.0);

        return match (true) {
            $shop['edition'] !== $this->settings->edition => FarmRefused::otherEdition(),
            abs($ahead) > self::CLOCK => FarmRefused::wrongClock($ahead),
            default => null,
        };
    }

    /**
     * Takes the machine's name for this start of it.
     *
     * @throws FarmRefused where another has it and was heard of a short while ago
     */
    public function takeName(): void
    {
        $taken = $this->database->use(fn (Connection $connection): int|string => $connection->executeStatement(
            'INSERT INTO snugfit_machine (name, token, seen_at) VALUES (?, ?, now()) ON CONFLICT (name) DO UPDATE
                SET token = excluded.token, seen_at = now()
                WHERE snugfit_machine.token = excluded.token OR snugfit_machine.seen_at < now() - interval \'35 seconds\'',
            [$this->settings->machine, $this->machineToken],
        ));
        if (0 === (int) $taken) {
            throw FarmRefused::nameTaken($this->settings->machine);
        }
    }

    /** Gives the name back, so that the next start need not wait until this one is thought gone. */
    public function leave(): void
    {
        $this->database->use(fn (Connection $connection): int|string => $connection->executeStatement(
            'DELETE FROM snugfit_machine WHERE name = ? AND token = ?',
            [$this->settings->machine, $this->machineToken],
        ));
    }
}
