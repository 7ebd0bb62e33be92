<?php

declare(strict_types=1);

namespace Snugfit\Web\Intake;

use Snugfit\Shop\Entity\Batch;
use Snugfit\Work\Intake\Upload;
use Snugfit\Work\Intake\UploadFinisher;
use Snugfit\Work\Intake\Uploads;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Resumable uploads by the open tus protocol, version 1.0.0, with its creation and termination extensions: a file is
 * announced, sent in parts, and can be gone on with after any break.
 */
final readonly class UploadController
{
    private const VERSION = '1.0.0';
    private const PART_TYPE = 'application/offset+octet-stream';

    public function __construct(private Uploads $uploads, private UploadFinisher $finisher)
    {
    }

    #[Route('/batches/{batch<\d+>}/uploads', name: 'upload_create', methods: ['POST'])]
    public function create(Batch $batch, Request $request): Response
    {
        $length = $request->headers->get('Upload-Length');
        if (null === $length || !ctype_digit($length)) {
            throw UploadRefused::malformed('Upload-Length');
        }
        if ((int) $length > Uploads::LARGEST) {
            throw UploadRefused::tooLarge(Uploads::LARGEST);
        }
        $metadata = $this->metadata((string) $request->headers->get('Upload-Metadata'));
        $token = $this->uploads->create(new Upload(
            $batch->id(),
            (int) $length,
            '' === ($metadata['filename'] ?? '') ? 'untitled' : $metadata['filename'],
            $metadata['folder'] ?? '',
            ctype_digit($metadata['reference-of'] ?? '') ? (int) $metadata['reference-of'] : null,
        ));
        $this->finisher->finish($token);

        return $this->answer(Response::HTTP_CREATED, ['Location' => '/uploads/'.$token, 'Upload-Offset' => '0']);
    }

    /** Who asks has not heard the last answer: what is whole may not have been taken in. */
    #[Route('/uploads/{token<[0-9a-f]{32}>}', name: 'upload_state', methods: ['HEAD'])]
    public function state(string $token): Response
    {
        $this->finisher->finish($token);

        return $this->answer(Response::HTTP_OK, [
            'Upload-Offset' => (string) $this->uploads->received($token),
            'Upload-Length' => (string) $this->uploads->upload($token)->length,
            'Cache-Control' => 'no-store',
        ]);
    }

    #[Route('/uploads/{token<[0-9a-f]{32}>}', name: 'upload_part', methods: ['PATCH'])]
    public function part(string $token, Request $request): Response
    {
        $length = $this->uploads->upload($token)->length;
        $offset = $request->headers->get('Upload-Offset');
        if (self::PART_TYPE !== $request->headers->get('Content-Type')) {
            throw UploadRefused::malformed('Content-Type');
        }
        if (null === $offset || !ctype_digit($offset)) {
            throw UploadRefused::malformed('Upload-Offset');
        }
        $received = $this->uploads->append($token, (int) $offset, $length, $request->getContent(true));
        $this->finisher->finish($token);

        return $this->answer(Response::HTTP_NO_CONTENT, ['Upload-Offset' => (string) $received]);
    }

    #[Route('/uploads/{token<[0-9a-f]{32}>}', name: 'upload_drop', methods: ['DELETE'])]
    public function drop(string $token): Response
    {
        $this->uploads->upload($token);
        $this->uploads->forget($token);

        return $this->answer(Response::HTTP_NO_CONTENT, []);
    }

    /** @return array<string, string> the protocol's "key base64,key base64" */
    private function metadata(string $header): array
    {
        $metadata = [];
        foreach (explode(',', $header) as $pair) {
            [$key, $value] = [...explode(' ', trim($pair), 2), ''];
            $metadata[$key] = mb_scrub((string) base64_decode($value, true));
        }

        return $metadata;
    }

    /** @param array<string, string> $headers */
    private function answer(int $status, array $headers): Response
    {
        return new Response('', $status, ['Tus-Resumable' => self::VERSION, ...$headers]);
    }
}
