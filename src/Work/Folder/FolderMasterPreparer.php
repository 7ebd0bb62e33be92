<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Failure;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\PreparedFacts;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\ReadMasterJob;
use Snugfit\Work\Child\PixelJobFailed;

/** Prepares the masters of a folder that edits are wanted for. */
final readonly class FolderMasterPreparer
{
    /**
     * @param list<FolderMaster>    $masters
     * @param \Closure(float): void $tell      hears which share is done
     * @param \Closure(): bool      $isStopped
     *
     * @return list<FolderMaster> in the same order, without those that could not be prepared
     */
    public function prepare(
        array $masters,
        FolderRequest $order,
        PixelJobQueue $queue,
        FolderReport $report,
        \Closure $tell,
        \Closure $isStopped,
    ): array {
        foreach ($masters as $i => $master) {
            try {
                $masters[$i] = $master->with($order->edits->of($master->name), $master->facts);
            } catch (Failure $e) {
                $report->unreadable($master->name, $e->sentence());
                unset($masters[$i]);
            }
        }
        $wanted = array_keys(array_filter($masters, static fn (FolderMaster $one): bool => !$one->edits->isSilent()));
        $count = 0;
        $queue->run(
            $wanted,
            $order->jobs,
            static fn (int $i): ReadMasterJob => new ReadMasterJob(
                new JobMaster($masters[$i]->path, $masters[$i]->facts->sha256),
                edits: $masters[$i]->edits,
            ),
            static function (int $i, JsonReader|PixelJobFailed $result) use (&$masters, &$count, $report, $wanted, $tell): void {
                if ($result instanceof JsonReader) {
                    $master = $masters[$i];
                    $masters[$i] = $master->with($master->edits, PreparedFacts::fromRecord($result)->over($master->facts));
                } else {
                    $report->unreadable($masters[$i]->name, $result->getMessage());
                    unset($masters[$i]);
                }
                $tell(++$count / \count($wanted));
            },
            $isStopped,
        );

        return array_values($masters);
    }
}
