<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;
use Symfony\Component\Security\Csrf\CsrfToken;
use Symfony\Component\Security\Csrf\CsrfTokenManagerInterface;

/** Nothing is changed by a request that another site has sent. Login and logout have checks of their own. */
#[AsEventListener(priority: 4)]
final class CsrfGuard
{
    public function __construct(private readonly CsrfTokenManagerInterface $tokens) {}

    public function __invoke(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest() || $request->isMethodSafe() || \in_array($request->getPathInfo(), ['/login', '/logout'], true)) {
            return;
        }
        $token = $request->request->get('_token') ?? $request->headers->get('X-Csrf-Token');
        if (!\is_string($token) || !$this->tokens->isTokenValid(new CsrfToken('submit', $token))) {
            throw new AccessDeniedHttpException('This request did not come from a page of this site. Reload the page and repeat it.');
        }
    }
}
