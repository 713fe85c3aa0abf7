<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\User;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\Sentence;
use Vorhut\Core\InvalidValue;

/** Who may do what in a job. */
#[IsGranted('ROLE_LEAD')]
final class JobPeopleController extends JobController
{
    #[Route('/job/{slug}/people', name: 'job_people', methods: ['GET'])]
    public function index(JobContext $context, JobPeoplePage $page): Response
    {
        return $this->page($context, 'brief', 'people/job.html.twig', $page->show($context, $this->user()));
    }

    #[Route('/job/{slug}/people/{username}', name: 'job_person', methods: ['POST'])]
    public function set(JobContext $context, string $username, Request $request, People $people, JobPeople $own): Response
    {
        $chosen = $request->request->getString('role');
        try {
            $user = $people->named($username);
            if (JobPeoplePage::AS_EVERYWHERE === $chosen) {
                $own->asEverywhere($context->stored, $user);
            } else {
                $own->set($context->stored, $user, Role::sent($chosen, JobPeoplePage::NOTHING), $this->user());
            }
            $this->addFlash('done', \sprintf('The role of %s in this job is changed.%s', $user->getDisplayName(), self::caution($user)));
        } catch (InvalidValue $e) {
            $this->addFlash('error', Sentence::ofValue($e));
        }

        return $this->to($context, 'job_people');
    }

    /** Who may invite people may invite somebody who sees the job. */
    private static function caution(User $user): string
    {
        return Role::Lead === $user->getRole() ? ' '.JobPeoplePage::LEADS : '';
    }
}
