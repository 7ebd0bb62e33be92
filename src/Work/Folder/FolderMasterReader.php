<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\JsonReader;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\ReadMasterJob;
use Snugfit\Pixels\PlanReference;
use Snugfit\Work\Child\PixelJobFailed;

/** Reads a folder's masters: those that were read before are known by their content. */
final readonly class FolderMasterReader
{
    public function __construct(private FolderScanner $scan, private KnownFacts $known)
    {
    }

    /**
     * @param \Closure(float): void $tell      hears which share is done
     * @param \Closure(): bool      $isStopped
     *
     * @return list<FolderMaster> in natural order
     */
    public function read(
        FolderRequest $order,
        PixelJobQueue $queue,
        DeliveryFolder $delivery,
        FolderReport $report,
        \Closure $tell,
        \Closure $isStopped,
    ): array {
        $files = $this->scan->files($order->folder, $order->out);
        $facts = array_map($this->known->of(...), $files);
        $unknown = array_keys(array_filter($facts, static fn (?MasterFacts $one): bool => null === $one));
        $count = 0;
        $queue->run(
            $unknown,
            $order->jobs,
            static fn (string|int $name): ReadMasterJob => new ReadMasterJob(new JobMaster($files[$name]), [
                PlanReference::COPY => $delivery->copy($files[$name]),
            ]),
            function (string|int $name, JsonReader|PixelJobFailed $result) use (&$facts, &$count, $files, $report, $unknown, $tell): void {
                if ($result instanceof JsonReader) {
                    $facts[$name] = MasterFacts::fromRecord($result);
                    $this->known->learn($files[$name], $facts[$name]);
                } else {
                    $report->unreadable(FolderMaster::nameOf((string) $name), $result->getMessage());
                }
                $tell(++$count / \count($unknown));
            },
            $isStopped,
        );
        $masters = [];
        foreach ($facts as $name => $one) {
            if (null !== $one) {
                $masters[] = $master = new FolderMaster(FolderMaster::nameOf((string) $name), $files[$name], $one);
                if ($master->name !== (string) $name) {
                    $report->note(
                        \sprintf(
                            '%s: the file\'s name is not UTF-8, so it is written here, and in the manifest, with its odd bytes as %%XX.',
                            $master->name,
                        ),
                    );
                }
            }
        }

        return $masters;
    }
}
