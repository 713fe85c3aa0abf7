<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Where a link leads: somebody chooses a password and is in. */
final class WelcomeController extends AbstractController
{
    #[Route('/welcome/{token}', name: 'welcome', methods: ['GET', 'POST'])]
    public function welcome(
        string $token,
        Request $request,
        Links $links,
        Passwords $passwords,
        EntityManagerInterface $em,
        Security $security,
    ): Response {
        // The address is a secret: nobody keeps the page.
        $secret = ['Cache-Control' => 'no-store'];
        $user = $links->holder($token);
        if (null === $user) {
            return $this->render('people/no-link.html.twig', response: new Response(status: Response::HTTP_NOT_FOUND, headers: $secret));
        }
        $wrong = '';
        if ($request->isMethod('POST')) {
            $wrong = $passwords->choose($user, $request->request->getString('password'), $request->request->getString('again'));
            if ('' === $wrong) {
                $em->flush();
                $security->login($user, 'form_login');

                return $this->redirectToRoute('jobs', [], Response::HTTP_SEE_OTHER);
            }
        }
        $view = new WelcomeView($user->getDisplayName(), $user->getUserIdentifier(), $wrong, Passwords::SHORTEST);
        $status = '' === $wrong ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY;

        return $this->render('people/welcome.html.twig', ['view' => $view], new Response(status: $status, headers: $secret));
    }
}
