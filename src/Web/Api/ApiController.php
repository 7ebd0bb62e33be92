<?php

declare(strict_types=1);

namespace Snugfit\Web\Api;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Shop\DataFolder;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\PrintFileState;
use Snugfit\Shop\Repository\PrintFileRepository;
use Snugfit\Shop\Repository\PrintRunRepository;
use Snugfit\Shop\Repository\ProductRepository;
use Snugfit\Web\Parcels\ParcelsController;
use Snugfit\Work\Intake\ArtworkImporter;
use Snugfit\Work\Intake\Uploads;
use Snugfit\Work\Run\RunStarter;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;
use Symfony\Component\HttpKernel\Exception\HttpException;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/** What scripts can do: open a batch, give it pictures, start its run, ask how far it is, fetch the parcel (docs/api.md). */
#[Route('/api')]
final class ApiController extends AbstractController
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly PrintRunRepository $runs,
        private readonly PrintFileRepository $printFiles,
    ) {
    }

    #[Route('/openapi.yaml', name: 'api_description', methods: ['GET'])]
    public function description(string $projectDir): Response
    {
        return new BinaryFileResponse($projectDir.'/docs/openapi.yaml', headers: ['Content-Type' => 'application/yaml']);
    }

    #[Route('/batches', name: 'api_batch', methods: ['POST'])]
    public function open(Request $request, ProductRepository $products): JsonResponse
    {
        $sent = $request->toArray();
        $name = trim(\is_string($sent['name'] ?? null) ? $sent['name'] : '');
        $codes = array_values(array_filter(\is_array($sent['products'] ?? null) ? $sent['products'] : [], is_string(...)));
        if ('' === $name) {
            throw new UnprocessableEntityHttpException('A batch has a "name".');
        }
        foreach ($codes as $code) {
            if (null === $products->byCode($code)) {
                throw new UnprocessableEntityHttpException(\sprintf('There is no product "%s" on the shelf.', $code));
            }
        }
        $batch = new Batch($name);
        $batch->chooseProducts($codes);
        $this->entities->persist($batch);
        $this->entities->flush();

        return new JsonResponse($this->state($batch), Response::HTTP_CREATED);
    }

    #[Route('/batches/{batch<\d+>}', name: 'api_batch_state', methods: ['GET'])]
    public function show(Batch $batch): JsonResponse
    {
        return new JsonResponse($this->state($batch));
    }

    /** The body is the file's bytes. */
    #[Route('/batches/{batch<\d+>}/pictures', name: 'api_picture', methods: ['PUT'])]
    public function give(
        Batch $batch,
        Request $request,
        DataFolder $data,
        ArtworkImporter $importer,
        #[MapQueryParameter] string $name = '',
        #[MapQueryParameter] string $folder = '',
    ): JsonResponse {
        if ('' === trim($name)) {
            throw new BadRequestHttpException('The file\'s name is wanted: ?name=harbour.jpg');
        }
        if ((int) $request->headers->get('Content-Length') > Uploads::LARGEST) {
            throw new HttpException(413, \sprintf('The file is larger than %d MB, the most that is taken.', Uploads::LARGEST >> 20));
        }
        $path = \sprintf('%s/given-%s', $data->temporary(), bin2hex(random_bytes(8)));
        try {
            $this->receive($request, $path);
            $artwork = $importer->take($batch, $path, basename(str_replace('\\', '/', $name)), $folder);
        } finally {
            @unlink($path);
        }

        return new JsonResponse($this->artwork($artwork), Response::HTTP_CREATED);
    }

    /** Starts one, or tells of the one that is going. */
    #[Route('/batches/{batch<\d+>}/runs', name: 'api_run', methods: ['POST'])]
    public function run(Batch $batch, RunStarter $starter): JsonResponse
    {
        $starter->start($batch);

        return new JsonResponse($this->state($batch), Response::HTTP_ACCEPTED);
    }

    #[Route('/batches/{batch<\d+>}/parcel.zip', name: 'api_parcel', methods: ['GET'])]
    public function parcel(Batch $batch): Response
    {
        return $this->forward(ParcelsController::class.'::zip', ['batch' => $batch]);
    }

    private function receive(Request $request, string $path): void
    {
        $file = fopen($path, 'x');
        $body = $request->getContent(true);
        $copied = false === $file ? false : stream_copy_to_stream($body, $file, Uploads::LARGEST + 1);
        if (false === $file || false === $copied || !fflush($file) || !fsync($file)) {
            throw new HttpException(507, 'The disk has no room for this file.');
        }
        fclose($file);
        if ($copied > Uploads::LARGEST) {
            throw new HttpException(413, \sprintf('The file is larger than %d MB, the most that is taken.', Uploads::LARGEST >> 20));
        }
    }

    /** @return array<string, mixed> */
    private function state(Batch $batch): array
    {
        $run = $this->runs->last($batch);
        $counts = null === $run ? [] : $this->printFiles->countByState($run);

        return [
            'batch' => $batch->id(),
            'name' => $batch->name(),
            'products' => $batch->productCodes(),
            'pictures' => array_map($this->artwork(...), $batch->artworks()),
            'run' => null === $run ? null : [
                'started' => $run->startedAt()->format(\DATE_ATOM),
                'finished' => $run->finishedAt()?->format(\DATE_ATOM),
                'files' => array_sum($counts),
                'made' => ($counts[PrintFileState::Made->value] ?? 0) + ($counts[PrintFileState::Unchanged->value] ?? 0),
                'failed' => $counts[PrintFileState::Failed->value] ?? 0,
                'short' => $counts[PrintFileState::Short->value] ?? 0,
            ],
        ];
    }

    /** @return array<string, mixed> */
    private function artwork(BatchArtwork $artwork): array
    {
        return [
            'picture' => $artwork->id(),
            'name' => $artwork->path(),
            'sha256' => $artwork->master(),
            'state' => $artwork->state()->value,
            'reason' => $artwork->reason(),
        ];
    }
}
