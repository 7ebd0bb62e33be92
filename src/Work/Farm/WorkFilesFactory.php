<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

use Symfony\Component\DependencyInjection\Attribute\AutowireServiceClosure;

/** Where this process finds the shop's files. */
final readonly class WorkFilesFactory
{
    /**
     * @param \Closure(): LocalWorkFiles   $local
     * @param \Closure(): CarriedWorkFiles $carried
     */
    public function __construct(
        private FarmSettings $settings,
        #[AutowireServiceClosure(LocalWorkFiles::class)] private \Closure $local,
        #[AutowireServiceClosure(CarriedWorkFiles::class)] private \Closure $carried,
    ) {
    }

    public function files(): WorkFiles
    {
        return $this->settings->isWorker() ? ($this->carried)() : ($this->local)();
    }
}
