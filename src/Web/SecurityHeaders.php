<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ResponseEvent;

/** Only own scripts and styles, no frames, no guessing of types; pages of a job are nobody else's to keep. */
#[AsEventListener]
final readonly class SecurityHeaders
{
    private const POLICY = "default-src 'none'; script-src 'self'%s; style-src 'self'; img-src 'self' data:; font-src 'self'; "
        ."connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'";

    /** Pages on which stickers are read. */
    private const WITH_CAMERA = ['scan', 'scan_which', 'scan_swap', 'bench_device', 'bench_record', 'devices', 'record'];

    public function __construct(private ScriptNonce $nonce) {}

    public function __invoke(ResponseEvent $event): void
    {
        if (!$event->isMainRequest()) {
            return;
        }
        $headers = $event->getResponse()->headers;
        $isFile = $event->getResponse() instanceof Download;
        $headers->set('Content-Security-Policy', $isFile ? Download::POLICY : $this->policy());
        $headers->set('X-Content-Type-Options', 'nosniff');
        $headers->set('X-Frame-Options', 'DENY');
        $headers->set('Referrer-Policy', 'same-origin');
        $isScanning = \in_array($event->getRequest()->attributes->get('_route'), self::WITH_CAMERA, true);
        $headers->set('Permissions-Policy', \sprintf('camera=(%s), microphone=(), geolocation=()', $isScanning ? 'self' : ''));
        $headers->set('Cross-Origin-Opener-Policy', 'same-origin');
        if (!$headers->hasCacheControlDirective('max-age')) {
            $headers->set('Cache-Control', 'private, no-store');
        }
    }

    private function policy(): string
    {
        $nonce = $this->nonce->taken();

        return \sprintf(self::POLICY, null === $nonce ? '' : \sprintf(" 'nonce-%s'", $nonce));
    }
}
