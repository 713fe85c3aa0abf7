<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\User;
use Vorhut\App\Web\Sentence;
use Vorhut\Core\InvalidValue;

/** Who may work here: a lead's to say. */
#[IsGranted('ROLE_LEAD')]
final class PeopleController extends AbstractController
{
    public function __construct(private readonly People $people, private readonly PeoplePage $page) {}

    #[Route('/people', name: 'people', methods: ['GET'])]
    public function index(#[CurrentUser] User $self): Response
    {
        return $this->render('people/index.html.twig', ['view' => $this->page->show($self)]);
    }

    #[Route('/people', name: 'person_invite', methods: ['POST'])]
    public function invite(Request $request, #[CurrentUser] User $self): Response
    {
        $typed = array_map(trim(...), array_filter($request->request->all(), \is_string(...)));
        try {
            $role = Role::sent($typed['role'] ?? '', '');
            $link = $this->people->invite($typed['username'] ?? '', $typed['name'] ?? '', $role);
        } catch (InvalidValue $e) {
            $values = ['view' => $this->page->show($self, null, $typed, Sentence::ofValue($e))];

            return $this->render('people/index.html.twig', $values, new Response(status: Response::HTTP_UNPROCESSABLE_ENTITY));
        }

        return $this->told($self, $typed['name'] ?? '', $link);
    }

    #[Route('/people/{username}/password', name: 'person_reset', methods: ['POST'])]
    public function reset(string $username, #[CurrentUser] User $self): Response
    {
        $user = $this->person($username);

        return $this->told($self, $user->getDisplayName(), $this->people->reset($user));
    }

    #[Route('/people/{username}/role', name: 'person_role', methods: ['POST'])]
    public function role(string $username, Request $request): Response
    {
        $user = $this->person($username);
        try {
            $role = Role::sent($request->request->getString('role'), '');
        } catch (InvalidValue $e) {
            $this->addFlash('error', Sentence::ofValue($e));

            return $this->redirectToRoute('people', [], Response::HTTP_SEE_OTHER);
        }

        return $this->tried(fn () => $this->people->setRole($user, $role), \sprintf(
            '%s is %s from now on.',
            $user->getDisplayName(),
            null === $role ? 'in assigned jobs only' : 'a '.$role->label(),
        ));
    }

    #[Route('/people/{username}/active', name: 'person_active', methods: ['POST'])]
    public function active(string $username, Request $request): Response
    {
        $user = $this->person($username);
        $active = $request->request->getBoolean('active');

        return $this->tried(fn () => $this->people->setActive($user, $active), \sprintf(
            $active ? '%s is activated.' : '%s is deactivated and was logged out.',
            $user->getDisplayName(),
        ));
    }

    #[Route('/people/{username}/sessions', name: 'person_sessions', methods: ['POST'])]
    public function sessions(string $username): Response
    {
        $user = $this->person($username);

        return $this->tried(fn () => $this->people->endSessions($user), $user->getDisplayName().' was logged out everywhere.');
    }

    /** The link stands on this page alone: it is not kept, and going back does not show it. */
    private function told(User $self, string $name, string $url): Response
    {
        $view = $this->page->show($self, ['name' => $name, 'url' => $url]);

        return $this->render('people/index.html.twig', ['view' => $view], new Response(headers: ['Cache-Control' => 'no-store']));
    }

    /** @param \Closure(): void $change */
    private function tried(\Closure $change, string $done): Response
    {
        try {
            $change();
            $this->addFlash('done', $done);
        } catch (InvalidValue $e) {
            $this->addFlash('error', Sentence::ofValue($e));
        }

        return $this->redirectToRoute('people', [], Response::HTTP_SEE_OTHER);
    }

    private function person(string $username): User
    {
        try {
            return $this->people->named($username);
        } catch (InvalidValue $e) {
            throw $this->createNotFoundException($e->getMessage());
        }
    }
}
