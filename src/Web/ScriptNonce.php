<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Symfony\Contracts\Service\ResetInterface;
use Twig\Attribute\AsTwigFunction;

/** The word by which the import map of a page is known as ours (Content Security Policy Level 3, section 2.3.1). */
final class ScriptNonce implements ResetInterface
{
    private ?string $nonce = null;

    #[AsTwigFunction('script_nonce')]
    public function take(): string
    {
        return $this->nonce ??= base64_encode(random_bytes(16));
    }

    /** Null where this page has no script of its own. */
    public function taken(): ?string
    {
        return $this->nonce;
    }

    public function reset(): void
    {
        $this->nonce = null;
    }
}
