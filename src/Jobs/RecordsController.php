<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Web\JobPage;
use Vorhut\App\Web\RecordForm;
use Vorhut\App\Web\Refusals;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\Place;
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
        if (null === $before && 'id' === $of->key && !isset($after['id'])) {
            $name = \is_string($after['name'] ?? null) ? $after['name'] : '';
            $after = ['id' => NewId::of($hand->job, $list, $name, str_replace(' ', '-', $of->one)), ...$after];
        }
        $key = $after[$of->key] ?? null;
        $new = \is_string($key) ? $key : '';
        $name = \is_string($after['name'] ?? null) ? $after['name'] : (RecordsPage::NEW === $id ? $new : $id);
        $title = \sprintf('%s %s %s', null === $before ? 'Added' : 'Changed', $of->one, $name);
        $change = new ChangeSet($title, [new Edit($of->type, RecordsPage::NEW === $id ? $new : $id, $before, $after)]);
        $refusals = null === $before && isset($hand->job->records[$list][$new])
            ? Refusals::said(\sprintf('There is a %s "%s" already. Choose another id.', $of->one, $new))
            : $this->refusals($hand, $change, $request);
        if ($refusals->isEmpty()) {
            return $this->to($hand, 'record', ['list' => $list, 'id' => RecordsPage::NEW === $id ? $new : $id]);
        }
        $view = $this->records->show($hand, $of, $id, $after, $refusals);

        return $this->page($hand, 'brief', 'records/index.html.twig', $view, Response::HTTP_UNPROCESSABLE_ENTITY);
    }

    #[Route('/job/{slug}/records/{list}/{id}/move', name: 'record_move', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function move(JobInHand $hand, string $list, string $id, Request $request): Response
    {
        $of = $this->list($list);
        $behind = Place::step(array_keys($hand->job->records[$list] ?? []), $id, 'up' === $request->request->getString('to') ? -1 : 1);
        if (null === $hand->job->record($of->type, $id) || null === $behind) {
            return $this->to($hand, 'record', ['list' => $list, 'id' => $id]);
        }
        $change = new ChangeSet(\sprintf('Moved %s %s', $of->one, $id), [$hand->job->move($of->type, $id, $behind)]);

        return $this->change($hand, $change, $request, 'record', ['list' => $list, 'id' => $id]);
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
