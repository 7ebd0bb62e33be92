<?php

declare(strict_types=1);

namespace Snugfit\Web\Health;

use Snugfit\Shop\Repository\PrintFileRepository;
use Snugfit\Shop\Repository\WorkerRepository;
use Snugfit\Work\Health\HealthFinding;
use Snugfit\Work\Health\ShopHealth;
use Snugfit\Work\Worker\Pulse;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Twig\Attribute\AsTwigFunction;

/** Health: whether all parts of the shop are at work, and what to do where one is not. */
final class HealthController extends AbstractController
{
    public function __construct(
        private readonly ShopHealth $health,
        private readonly WorkerRepository $workers,
        private readonly Pulse $pulse,
        private readonly PrintFileRepository $printFiles,
    ) {
    }

    #[Route('/health', name: 'health', methods: ['GET'])]
    public function show(): Response
    {
        return $this->render('health/health.html.twig', $this->state());
    }

    #[Route('/health/state', name: 'health_state', methods: ['GET'])]
    public function stateOnly(): Response
    {
        return $this->render('health/_state.html.twig', $this->state());
    }

    /** What every room says of it, asked for again now and then. */
    #[Route('/health/banner', name: 'health_banner', methods: ['GET'])]
    public function banner(): Response
    {
        return $this->render('health/_banner.html.twig');
    }

    /** @return array<string, mixed> */
    private function state(): array
    {
        return [
            'findings' => $this->health->findings(),
            'free' => $this->health->freeBytes(),
            'pulse' => $this->pulse->age(),
            'workers' => $this->workers->known(),
            'inHand' => $this->printFiles->inHand(),
        ];
    }

    /** @return list<HealthFinding> */
    #[AsTwigFunction('urgent_findings')]
    public function urgent(): array
    {
        return array_values(array_filter($this->health->findings(), static fn (HealthFinding $one): bool => $one->isUrgent));
    }
}
