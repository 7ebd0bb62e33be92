<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

use Snugfit\Work\Message\AboutArtwork;
use Snugfit\Work\Message\AboutPreview;
use Snugfit\Work\Message\AboutPrint;
use Snugfit\Work\Message\Carried;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Messenger\Transport\TransportInterface;

/** What the queue holds: work that waits or is in a worker's hands, and answers that wait for the host. */
final readonly class HeldWork
{
    /** @var list<TransportInterface> work first: an answer is there before its work is taken out */
    private array $lanes;

    public function __construct(
        #[Autowire(service: 'messenger.transport.quick')] TransportInterface $quick,
        #[Autowire(service: 'messenger.transport.heavy')] TransportInterface $heavy,
        #[Autowire(service: 'messenger.transport.press')] TransportInterface $press,
        #[Autowire(service: 'messenger.transport.carry')] TransportInterface $carry,
        #[Autowire(service: 'messenger.transport.answers')] TransportInterface $answers,
    ) {
        $this->lanes = [$quick, $heavy, $press, $carry, $answers];
    }

    /** @return array<int, true> numbers of print files */
    public function prints(): array
    {
        $held = [];
        foreach ($this->messages() as $message) {
            if ($message instanceof AboutPrint) {
                $held[$message->printFileId()] = true;
            }
        }

        return $held;
    }

    /** @return array<int, true> numbers of artworks */
    public function artworks(): array
    {
        $held = [];
        foreach ($this->messages() as $message) {
            if ($message instanceof AboutArtwork) {
                $held[$message->artworkId()] = true;
            }
        }

        return $held;
    }

    /** @return array<int, true> numbers of previews */
    public function previews(): array
    {
        $held = [];
        foreach ($this->messages() as $message) {
            if ($message instanceof AboutPreview) {
                $held[$message->previewId()] = true;
            }
        }

        return $held;
    }

    /** @return iterable<object> */
    private function messages(): iterable
    {
        foreach ($this->lanes as $lane) {
            $contents = $lane instanceof LaneContents ? $lane->contents() : throw new \LogicException('Lanes can be looked into.');
            foreach ($contents as $message) {
                yield $message instanceof Carried ? $message->answer : $message;
            }
        }
    }
}
