<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Http\EntryPoint\AuthenticationEntryPointInterface;

/** Who is not logged in goes to the login; what a script asked for is told so, as a login form inside a page helps nobody. */
final readonly class LoginFirst implements AuthenticationEntryPointInterface
{
    public function __construct(private UrlGeneratorInterface $urls) {}

    public function start(Request $request, ?AuthenticationException $authException = null): Response
    {
        $login = $this->urls->generate('login');

        return $request->headers->has('HX-Request')
            ? new Response('You were logged out.', Response::HTTP_UNAUTHORIZED, ['Location' => $login])
            : new RedirectResponse($login);
    }
}
