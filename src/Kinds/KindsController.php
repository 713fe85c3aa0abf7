<?php

declare(strict_types=1);

namespace Vorhut\App\Kinds;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Web\JobPage;
use Vorhut\Core\Profile\DeviceProfile;

/** Kinds of unit: what they are, how one of them is led through, and typing practised on their keys. */
final class KindsController extends JobPage
{
    public function __construct(private readonly KindsPage $kinds)
    {
    }

    #[Route('/job/{slug}/kinds', name: 'kinds', methods: ['GET'])]
    public function index(JobInHand $hand): Response
    {
        return $this->page($hand, 'devices', 'kinds/index.html.twig', $this->kinds->all($hand));
    }

    #[Route('/job/{slug}/kinds/{id}', name: 'kind', methods: ['GET'])]
    public function kind(JobInHand $hand, string $id): Response
    {
        return $this->page($hand, 'devices', 'kinds/kind.html.twig', $this->kinds->one($hand, $this->find($hand, $id)));
    }

    #[Route('/job/{slug}/kinds/{id}/practice', name: 'practice', methods: ['GET'])]
    public function practice(JobInHand $hand, string $id, Request $request, PracticePage $practice): Response
    {
        $profile = $this->find($hand, $id);
        if ([] === $profile->keypads) {
            throw $this->createNotFoundException(\sprintf('%s has no keys to type on.', $profile->name));
        }
        $query = $request->query;
        $view = $practice->show($hand, $profile, $query->getString('keypad'), $query->getString('text'));

        return $this->page($hand, 'bench', 'kinds/practice.html.twig', $view);
    }

    private function find(JobInHand $hand, string $id): DeviceProfile
    {
        return $hand->job->profiles->has($id)
            ? $hand->job->profiles->get($id)
            : throw $this->createNotFoundException(\sprintf('There is no kind of unit "%s".', $id));
    }
}
