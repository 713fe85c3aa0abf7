<?php

declare(strict_types=1);

namespace Vorhut\App\Kinds;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\Core\Profile\DeviceProfile;

/** Kinds of unit: what they are, how one of them is led through, and typing practised on their keys. */
final class KindsController extends JobController
{
    public function __construct(private readonly KindsPage $kinds) {}

    #[Route('/job/{slug}/kinds', name: 'kinds', methods: ['GET'])]
    public function index(JobContext $context): Response
    {
        return $this->page($context, 'devices', 'kinds/index.html.twig', $this->kinds->all($context));
    }

    #[Route('/job/{slug}/kinds/{id}', name: 'kind', methods: ['GET'])]
    public function kind(JobContext $context, string $id): Response
    {
        return $this->page($context, 'devices', 'kinds/kind.html.twig', $this->kinds->one($context, $this->find($context, $id)));
    }

    #[Route('/job/{slug}/kinds/{id}/practice', name: 'practice', methods: ['GET'])]
    public function practice(JobContext $context, string $id, Request $request, PracticePage $practice): Response
    {
        $profile = $this->find($context, $id);
        if ([] === $profile->keypads) {
            throw $this->createNotFoundException(\sprintf('%s has no keys to type on.', $profile->name));
        }
        $query = $request->query;
        $view = $practice->show($context, $profile, $query->getString('keypad'), $query->getString('text'));

        return $this->page($context, 'bench', 'kinds/practice.html.twig', $view);
    }

    private function find(JobContext $context, string $id): DeviceProfile
    {
        return $context->job->profiles->has($id)
            ? $context->job->profiles->get($id)
            : throw $this->createNotFoundException(\sprintf('There is no device type "%s".', $id));
    }
}
