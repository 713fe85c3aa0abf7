<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Authentication\AuthenticationUtils;

final class LoginController extends AbstractController
{
    #[Route('/login', name: 'login', methods: ['GET', 'POST'])]
    public function login(AuthenticationUtils $authentication): Response
    {
        return null !== $this->getUser()
            ? $this->redirectToRoute('jobs')
            : $this->render('login.html.twig', ['view' => LoginView::fromAttempt($authentication)]);
    }
}
