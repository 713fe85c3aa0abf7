<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Web\JobPage;
use Vorhut\App\Web\RecordForm;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\RecordList;

/** Any list of the plan, with a form made of its declaration. */
final class RecordsController extends JobPage
{
    public function __construct(private readonly RecordsPage $records)
    {
    }

    #[Route('/job/{slug}/records/{list}', name: 'records', methods: ['GET'])]
    public function index(JobInHand $hand, string $list): Response
    {
        return $this->page($hand, 'brief', 'records/index.html.twig', $this->records->show($hand, $this->list($list), null));
    }

    #[Route('/job/{slug}/records/{list}/{id}', name: 'record', methods: ['GET'])]
    public function record(JobInHand $hand, string $list, string $id, Request $request): Response
    {
        $of = $this->list($list);
        $like = $hand->job->record($of->type, $request->query->getString('like'));
        if (RecordsPage::NEW === $id && null !== $like) {
            return $this->page($hand, 'brief', 'records/index.html.twig', $this->records->show($hand, $of, $id, Another::like($like, $of)));
        }
        if (RecordsPage::NEW !== $id && !isset($hand->job->records[$list][$id])) {
            throw $this->createNotFoundException(\sprintf('There is no %s "%s" in this job.', $of->one, $id));
        }

        return $this->page($hand, 'brief', 'records/index.html.twig', $this->records->show($hand, $of, $id));
    }

    #[Route('/job/{slug}/records/{list}/{id}', name: 'record_save', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function save(JobInHand $hand, string $list, string $id, Request $request): Response
    {
        $of = $this->list($list);
        $before = RecordsPage::NEW === $id ? null : $hand->job->record($of->type, $id);
        $after = (new RecordForm($hand->job))->record($of->type(), $request->request->all(), $before ?? []);
        $key = $after[$of->key] ?? null;
        $new = \is_string($key) ? $key : '';
        $title = \sprintf('%s %s %s', null === $before ? 'Added' : 'Changed', $of->one, RecordsPage::NEW === $id ? $new : $id);
        $change = new ChangeSet($title, [new Edit($of->type, RecordsPage::NEW === $id ? $new : $id, $before, $after)]);
        $errors = null === $before && isset($hand->job->records[$list][$new])
            ? [\sprintf('There is a %s "%s" already. Choose another id.', $of->one, $new)]
            : $this->apply($hand, $change, $request);
        if ([] === $errors) {
            return $this->to($hand, 'record', ['list' => $list, 'id' => RecordsPage::NEW === $id ? $new : $id]);
        }
        $view = $this->records->show($hand, $of, $id, $after, $errors);

        return $this->page($hand, 'brief', 'records/index.html.twig', $view, Response::HTTP_UNPROCESSABLE_ENTITY);
    }

    #[Route('/job/{slug}/records/{list}/{id}/remove', name: 'record_remove', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function remove(JobInHand $hand, string $list, string $id, Request $request): Response
    {
        $of = $this->list($list);
        $record = $hand->job->record($of->type, $id) ?? throw $this->createNotFoundException();
        $change = new ChangeSet(\sprintf('Removed %s %s', $of->one, $id), [new Edit($of->type, $id, $record, null)]);

        return $this->change($hand, $change, $request, 'records', ['list' => $list]);
    }

    private function list(string $name): RecordList
    {
        return Lists::all()[$name] ?? throw $this->createNotFoundException(\sprintf('There is no list "%s".', $name));
    }
}
