<?php

declare(strict_types=1);

namespace Snugfit\Work\Preview;

use Snugfit\Core\Failure;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Scene\PreviewFormat;
use Snugfit\Core\Scene\PreviewSize;
use Snugfit\Core\Scene\PrintBody;
use Snugfit\Core\Scene\SceneLook;
use Snugfit\Pixels\Job\PreviewJob;
use Snugfit\Pixels\Scene\SceneShelf;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Child\PatientWork;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Child\StoredMasters;
use Snugfit\Work\Message\MakePreview;
use Snugfit\Work\Message\PreviewFailed;
use Snugfit\Work\Message\PreviewMade;
use Snugfit\Work\Queue\AnswerSender;
use Snugfit\Work\Worker\Heartbeat;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** In a worker of the host's own machine: makes a preview in a child process. */
#[AsMessageHandler]
final readonly class MakePreviewHandler
{
    /** Microseconds between looks at the child. */
    private const LOOK = 5_000;

    public function __construct(
        private PixelProcessPool $processes,
        private FileStore $store,
        private StoredMasters $masters,
        private SceneShelf $scenes,
        private AnswerSender $host,
        private Heartbeat $heartbeat,
        private PatientWork $patience,
    ) {
    }

    public function __invoke(MakePreview $message): void
    {
        try {
            $this->patience->do(fn () => $this->make($message));
        } catch (Failure $e) {
            $this->host->tell(new PreviewFailed($message->previewId(), $message->shows, $e->sentence()));
        }
    }

    /** @throws Failure */
    private function make(MakePreview $message): void
    {
        // The file is quicker to read than its pixels are to make; where it is gone, they still can be made.
        $file = '' !== $message->printKey && $this->store->has($message->printKey) ? $this->store->path($message->printKey) : null;
        $child = $this->processes->start(new PreviewJob(
            $this->masters->byKey($message->masterKey),
            Recipe::fromJson($message->recipe),
            PrintBody::fromRecord(JsonReader::of($message->body, 'a print')),
            $this->scenes->of($message->scene)->path,
            SceneLook::fromRecord(JsonReader::of($message->look, 'a look')),
            new PreviewSize($message->width),
            PreviewFormat::from($message->format),
            $this->store->path($message->targetKey),
            $file,
        ));
        while ($child->isRunning()) {
            usleep(self::LOOK);
            $this->heartbeat->beat();
        }
        $made = $child->facts();
        $this->host->tell(new PreviewMade(
            $message->previewId(),
            $message->shows,
            $message->targetKey,
            $made->int('width'),
            $made->int('height'),
            (string) $this->store->sha256($message->targetKey),
        ));
    }
}
