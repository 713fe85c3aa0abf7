<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Response;

/**
 * A file whose bytes others may have written. It is the only response that is not a page of Vorhut's own.
 *
 * A browser saves it, or shows it if it is a picture, and never runs it: the media type is one of a short list, is not
 * guessed (nosniff is set for every response), and a document made of it has an origin of its own without scripts.
 */
final class Download extends Response
{
    /** CSP level 3, section 6.3.2 (sandbox). */
    public const POLICY = "sandbox; default-src 'none'; frame-ancestors 'none'";

    /** @param string $name what the file is called when it is saved; characters that a file name should not have are replaced */
    public function __construct(string $bytes, MediaType $type, string $name)
    {
        $plain = trim((string) preg_replace('/[^A-Za-z0-9_. -]+/', '_', $name), ' .');
        $how = $type->isPicture() ? HeaderUtils::DISPOSITION_INLINE : HeaderUtils::DISPOSITION_ATTACHMENT;
        parent::__construct($bytes, self::HTTP_OK, [
            'Content-Type' => $type->value,
            'Content-Disposition' => HeaderUtils::makeDisposition($how, '' === $plain ? 'file' : $plain),
            'Cache-Control' => 'private, no-store',
        ]);
    }
}
