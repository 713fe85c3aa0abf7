<?php

declare(strict_types=1);

namespace Vorhut\App\Papers;

use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Vorhut\Core\Record\InvalidFile;

/** A file that came along with a form. */
final class Upload
{
    /** Its content; null where none came, or not whole. */
    public static function text(Request $request, string $name): ?string
    {
        $file = $request->files->get($name);

        return $file instanceof UploadedFile && $file->isValid() ? $file->getContent() : null;
    }

    /** How the file is called at home; '' where none came. */
    public static function name(Request $request, string $name): string
    {
        $file = $request->files->get($name);

        return $file instanceof UploadedFile ? $file->getClientOriginalName() : '';
    }

    /**
     * The same of a list, whether it came as text or as a workbook.
     *
     * @param string $sheet of a workbook with several
     *
     * @throws InvalidFile for a workbook that cannot be read
     */
    public static function list(Request $request, string $name, string $sheet = ''): ?string
    {
        $content = self::text($request, $name);

        return null !== $content && XlsxReader::isOne($content) ? XlsxReader::text($content, $sheet) : $content;
    }
}
