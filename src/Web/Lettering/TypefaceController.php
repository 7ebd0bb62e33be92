<?php

declare(strict_types=1);

namespace Snugfit\Web\Lettering;

use Snugfit\Core\Failure;
use Snugfit\Pixels\Job\CheckFaceJob;
use Snugfit\Pixels\Lettering\FaceShelf;
use Snugfit\Shop\Repository\BatchRepository;
use Snugfit\Work\Child\PixelProcessPool;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The typefaces of the shop: those that ship, and OpenType files that a person gave. */
#[Route('/typefaces')]
final class TypefaceController extends AbstractController
{
    public function __construct(
        private readonly FaceShelf $shelf,
        private readonly TypefaceSamples $samples,
        private readonly PixelProcessPool $processes,
        private readonly BatchRepository $batches,
    ) {
    }

    #[Route('', name: 'typefaces', methods: ['GET'])]
    public function show(?string $fault = null): Response
    {
        return $this->render(
            'lettering/typefaces.html.twig',
            ['faces' => $this->samples->all(), 'fault' => $fault],
            new Response(status: null === $fault ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY),
        );
    }

    #[Route('', name: 'typefaces_add', methods: ['POST'])]
    public function add(Request $request): Response
    {
        $file = $request->files->get('file');
        if (!$file instanceof UploadedFile || !$file->isValid()) {
            return $this->show('There was no file, or it is larger than the 16 MB that can be sent here.');
        }
        $called = pathinfo($file->getClientOriginalName(), \PATHINFO_FILENAME);
        try {
            // A child looks at it first: what breaks the library breaks it there.
            $name = $this->processes->start(new CheckFaceJob($file->getPathname()))->facts()->string('name');
        } catch (Failure $e) {
            return $this->show(str_replace('"'.$file->getBasename().'"', '"'.$file->getClientOriginalName().'"', $e->sentence()));
        }
        $this->shelf->keep($file->getPathname(), '' === trim($name) ? $called : $name);

        return $this->redirectToRoute('typefaces', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/{code<own-[0-9a-f]{12}>}/delete', name: 'typeface_delete', methods: ['POST'])]
    public function delete(string $code): Response
    {
        $users = $this->batches->lettering($code);
        if ([] !== $users) {
            return $this->show(\sprintf('Words are set in it in %s. Choose another there first.', implode(', ', \array_slice($users, 0, 3))
                .(\count($users) > 3 ? ' and '.(\count($users) - 3).' more' : '')));
        }
        $this->shelf->remove($code);

        return $this->redirectToRoute('typefaces', [], Response::HTTP_SEE_OTHER);
    }
}
