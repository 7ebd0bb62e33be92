<?php

declare(strict_types=1);

namespace Snugfit\Web\Show;

use Snugfit\Core\Failure;
use Snugfit\Core\Scene\PhotoUse;
use Snugfit\Pixels\Scene\SceneFolder;
use Snugfit\Pixels\Scene\SceneShelf;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Repository\BatchRepository;
use Snugfit\Shop\StoredZip;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/** The shop's scenes: those that ship, and its own, made of photos. */
final class OwnScenesController extends AbstractController
{
    public function __construct(private readonly OwnScenes $own, private readonly SceneShelf $shelf)
    {
    }

    #[Route('/scenes', name: 'scenes', methods: ['GET'])]
    public function show(?string $fault = null): Response
    {
        return $this->render('show/scenes.html.twig', [
            'own' => $this->own->all(),
            'drafts' => $this->own->drafts(),
            'shipped' => array_filter($this->shelf->all(), fn (SceneFolder $one): bool => !$this->own->isOwn($one->scene->code)),
            'fault' => $fault,
        ], new Response(status: null === $fault ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY));
    }

    #[Route('/scenes', name: 'scenes_add', methods: ['POST'])]
    public function add(Request $request): Response
    {
        $file = $request->files->get('file');
        if (!$file instanceof UploadedFile || !$file->isValid()) {
            return $this->show('There was no file, or it is larger than the 16 MB that can be sent here.');
        }
        $name = pathinfo($file->getClientOriginalName(), \PATHINFO_FILENAME);
        try {
            if ('zip' === strtolower($file->getClientOriginalExtension())) {
                $this->own->import($file->getPathname());

                return $this->redirectToRoute('scenes', [], Response::HTTP_SEE_OTHER);
            }
            $code = $this->own->begin('' === $name ? 'Own scene' : ucfirst($name), $file->getPathname());
        } catch (Failure $e) {
            return $this->show($e->sentence());
        }

        return $this->redirectToRoute('scene_edit', ['scene' => $code], Response::HTTP_SEE_OTHER);
    }

    #[Route('/scenes/{scene}', name: 'scene_edit', requirements: ['scene' => SceneShelf::CODE], methods: ['GET'])]
    public function edit(string $scene): Response
    {
        $this->mustBeOwn($scene);
        if (!is_file($this->own->path($scene).'/'.OwnScenes::DRAFT)) {
            throw $this->createNotFoundException('This scene was not made of a photo here, so that it cannot be changed.');
        }

        return $this->render('show/own-scene.html.twig', [
            'code' => $scene,
            'said' => $this->own->said($scene),
            'uses' => PhotoUse::cases(),
            'given' => array_map(static fn (ScenePart $part): string => $part->value, array_filter(
                ScenePart::cases(),
                fn (ScenePart $part): bool => $this->own->hasPart($scene, $part),
            )),
        ]);
    }

    #[Route('/scenes/{scene}', name: 'scene_keep', requirements: ['scene' => SceneShelf::CODE], methods: ['POST'])]
    public function keep(string $scene, #[MapRequestPayload] OwnSceneFields $fields): Response
    {
        $this->mustBeOwn($scene);
        try {
            $this->own->finish($scene, $fields, $fields->toArray());
        } catch (Failure $e) {
            throw new UnprocessableEntityHttpException($e->sentence(), $e);
        }

        return new Response('', Response::HTTP_NO_CONTENT);
    }

    /** A picture beside the photo; without a file, what was given is taken away. */
    #[Route('/scenes/{scene}/{part<mask|shade>}', name: 'scene_part', requirements: ['scene' => SceneShelf::CODE], methods: ['POST'])]
    public function part(string $scene, ScenePart $part, Request $request): Response
    {
        $this->mustBeOwn($scene);
        $file = $request->files->get('file');
        if ($file instanceof UploadedFile && !$file->isValid()) {
            throw new UnprocessableEntityHttpException('The file is larger than the 16 MB that can be sent here.');
        }
        try {
            $file instanceof UploadedFile ? $this->own->give($scene, $part, $file->getPathname()) : $this->own->take($scene, $part);
        } catch (Failure $e) {
            throw new UnprocessableEntityHttpException($e->sentence(), $e);
        }

        return new Response('', Response::HTTP_NO_CONTENT);
    }

    #[Route('/scenes/{scene}/delete', name: 'scene_delete', requirements: ['scene' => SceneShelf::CODE], methods: ['POST'])]
    public function delete(string $scene, BatchRepository $batches): Response
    {
        $this->mustBeOwn($scene);
        $hanging = $batches->hanging($scene);
        if ([] !== $hanging) {
            return $this->show(\sprintf(
                'The scene hangs in %s. Take it down there first, so that no preview is lost.',
                implode(', ', array_map(static fn (Batch $batch): string => '"'.$batch->name().'"', \array_slice($hanging, 0, 3)))
                    .(\count($hanging) > 3 ? ' and '.(\count($hanging) - 3).' more' : ''),
            ));
        }
        $this->own->delete($scene);

        return $this->redirectToRoute('scenes', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/scenes/{scene}/plate.jpg', name: 'scene_plate', requirements: ['scene' => SceneShelf::CODE], methods: ['GET'])]
    public function plate(string $scene): Response
    {
        $folder = $this->own->isOwn($scene) ? $this->own->path($scene) : SceneFolder::SHIPPED.'/'.$scene;
        if (!is_file($folder.'/'.SceneFolder::PLATE)) {
            throw $this->createNotFoundException();
        }

        return new BinaryFileResponse(
            $folder.'/'.SceneFolder::PLATE,
            headers: ['Content-Type' => 'image/jpeg', 'Cache-Control' => 'private, no-cache'],
            public: false,
        );
    }

    /** To give on: JSON and pictures. */
    #[Route('/scenes/{scene}.zip', name: 'scene_export', requirements: ['scene' => SceneShelf::CODE], methods: ['GET'])]
    public function export(string $scene): Response
    {
        $this->mustBeOwn($scene);
        $zip = new StoredZip($this->own->parts($scene));

        return new Response(implode('', iterator_to_array($zip->bytes(), false)), headers: [
            'Content-Type' => 'application/zip',
            'Content-Disposition' => HeaderUtils::makeDisposition('attachment', $scene.'.zip'),
        ]);
    }

    private function mustBeOwn(string $scene): void
    {
        if (!$this->own->isOwn($scene)) {
            throw $this->createNotFoundException('There is no such scene of the shop\'s own.');
        }
    }
}
