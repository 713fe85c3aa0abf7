<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;

/** A file that came along with a form. */
final class Upload
{
    /** Its content; null where none came, or not whole. */
    public static function text(Request $request, string $name): ?string
    {
        $file = $request->files->get($name);

        return $file instanceof UploadedFile && $file->isValid() ? $file->getContent() : null;
    }
}
