<?php

declare(strict_types=1);

namespace Vorhut\App\Controller;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Drawing\Ruler;
use Vorhut\App\Plan\EditConflict;
use Vorhut\App\Plan\SegmentForm;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Collection;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\JobFile\InvalidFile;

/** Segments and subnets, each drawn as a ruler; edited where they stand. */
final class NetworksController extends JobPage
{
    #[Route('/job/{slug}/networks', name: 'networks', methods: ['GET'])]
    public function index(string $slug, Request $request): Response
    {
        return $this->show($slug, $request->query->getString('edit'), finding: $request->query->getString('finding'));
    }

    #[Route('/job/{slug}/networks', name: 'segment_save', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function save(string $slug, Request $request): Response
    {
        $stored = $this->stored($slug);
        $job = $this->reading->job($stored);
        $form = SegmentForm::fromRequest($request);
        try {
            $this->editor->apply($stored, $form->changeSet($job), $this->user());
        } catch (InvalidFile $e) {
            return $this->show($slug, $form->id ?? 'new', $form, array_map(self::sentence(...), $e->errors));
        } catch (EditConflict $e) {
            return $this->show($slug, $form->id ?? 'new', $form, [$e->getMessage()]);
        }

        return $this->redirectToRoute('networks', ['slug' => $slug], Response::HTTP_SEE_OTHER);
    }

    #[Route('/job/{slug}/networks/{id}/remove', name: 'segment_remove', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function remove(string $slug, string $id): Response
    {
        $stored = $this->stored($slug);
        $job = $this->reading->job($stored);
        $record = $job->record(Collection::Segments, $id) ?? throw $this->createNotFoundException();
        $edits = [];
        foreach ($job->routers as $router) {
            $list = $job->record(Collection::Routers, $router->id)['interfaces'] ?? [];
            $kept = array_values(array_filter(\is_array($list) ? $list : [], static fn (mixed $i): bool => !\is_array($i) || ($i['segment'] ?? null) !== $id));
            if (\count($kept) !== \count($router->interfaces)) {
                $edits[] = $job->edit(Collection::Routers, $router->id, ['interfaces' => $kept]);
            }
        }

        return $this->change($stored, new ChangeSet(\sprintf('Removed segment %s', $job->segments[$id]->name ?? $id), [...$edits, new Edit(Collection::Segments, $id, $record, null)]), 'networks');
    }

    /** @param list<string> $errors */
    private function show(string $slug, string $edit, ?SegmentForm $form = null, array $errors = [], string $finding = ''): Response
    {
        $stored = $this->stored($slug);
        $job = $this->reading->job($stored);
        $digest = $this->reading->digest($stored);
        if (null === $form && '' !== $edit) {
            $form = isset($job->segments[$edit]) ? SegmentForm::of($job->segments[$edit]) : new SegmentForm();
        }

        return $this->page($stored, 'networks', 'networks/index.html.twig', [
            'rulers' => Ruler::all($job, $digest->findings),
            'edit' => $edit,
            'form' => $form,
            'errors' => $errors,
            'finding' => $digest->finding($finding) ?? ($digest->findingsAt('networks')[0] ?? null),
        ], [] === $errors ? 200 : Response::HTTP_UNPROCESSABLE_ENTITY);
    }
}
