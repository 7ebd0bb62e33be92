<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Writing;

use Snugfit\Core\Output\Profile;
use Snugfit\Pixels\Colour\ProfileFile;
use Snugfit\Pixels\UnwritablePrintFile;

/** A PDF of one page that is a drawing and nothing else, to take away. */
final class PdfDrawingFile
{
    /** @throws UnwritablePrintFile */
    public static function write(string $path, PdfDrawing $drawing): void
    {
        PdfObjects::into($path, static function (PdfObjects $objects) use ($drawing): void {
            $objects->object(1, '<< /Type /Catalog /Pages 2 0 R >>');
            $objects->object(2, '<< /Type /Pages /Kids [3 0 R] /Count 1 >>');
            $objects->object(3, \sprintf(
                '<< /Type /Page /Parent 2 0 R /MediaBox %s /Resources << /XObject << /Drawing 5 0 R >> >> /Contents 4 0 R >>',
                PdfObjects::box($drawing->box),
            ));
            $objects->stream(4, '', '/Drawing Do');
            $icc = (string) gzcompress(ProfileFile::bytes(Profile::Srgb), 9);
            $objects->stream(6, '/N 3 /Filter /FlateDecode ', $icc);
            $objects->object(7, '<< /Producer (Snugfit) >>');
            $drawing->write($objects, 5, 8, 6);
            $objects->end(7);
        });
    }
}
