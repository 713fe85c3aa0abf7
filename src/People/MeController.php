<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\User;
use Vorhut\App\Web\Sentence;
use Vorhut\Core\InvalidValue;

/** One's own name, password and sessions. */
final class MeController extends AbstractController
{
    #[Route('/me', name: 'me', methods: ['GET'])]
    public function index(#[CurrentUser] User $self): Response
    {
        return $this->shown($self);
    }

    #[Route('/me/name', name: 'me_name', methods: ['POST'])]
    public function name(Request $request, #[CurrentUser] User $self, People $people): Response
    {
        $name = $request->request->getString('name');
        try {
            $people->rename($self, $name);
        } catch (InvalidValue $e) {
            return $this->shown($self, name: $name, nameError: Sentence::ofValue($e));
        }

        return $this->done('Your display name is changed.');
    }

    #[Route('/me/password', name: 'me_password', methods: ['POST'])]
    public function password(
        Request $request,
        #[CurrentUser] User $self,
        Passwords $passwords,
        EntityManagerInterface $em,
    ): Response {
        $wrong = $passwords->isOf($self, $request->request->getString('old'))
            ? $passwords->choose($self, $request->request->getString('password'), $request->request->getString('again'))
            : 'The present password is wrong. Check capitals and enter it again.';
        if ('' !== $wrong) {
            return $this->shown($self, passwordError: $wrong);
        }
        $em->flush();

        return $this->done('Your password is changed. All other sessions were logged out.');
    }

    #[Route('/me/sessions', name: 'me_sessions', methods: ['POST'])]
    public function sessions(#[CurrentUser] User $self, People $people): Response
    {
        $people->endSessions($self);

        return $this->done('All other sessions were logged out.');
    }

    private function done(string $sentence): Response
    {
        $this->addFlash('done', $sentence);

        return $this->redirectToRoute('me', [], Response::HTTP_SEE_OTHER);
    }

    private function shown(User $self, ?string $name = null, string $nameError = '', string $passwordError = ''): Response
    {
        $view = new MeView(
            name: $name ?? $self->getDisplayName(),
            username: $self->getUserIdentifier(),
            role: Role::word($self->getRole()),
            nameError: $nameError,
            passwordError: $passwordError,
            shortest: Passwords::SHORTEST,
        );
        $status = '' === $nameError.$passwordError ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY;

        return $this->render('people/me.html.twig', ['view' => $view], new Response(status: $status));
    }
}
