<?php

declare(strict_types=1);

namespace Vorhut\App\Networks;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\Refusals;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\InvalidFile;

/** Segments and subnets, each drawn as a ruler; edited where they stand. */
final class NetworksController extends JobController
{
    public function __construct(private readonly NetworksPage $networks) {}

    #[Route('/job/{slug}/networks', name: 'networks', methods: ['GET'])]
    public function index(JobContext $context, Request $request): Response
    {
        $query = $request->query;
        $view = $this->networks->show(
            $context,
            $query->getString('edit'),
            $query->getString('finding'),
            from: $query->getString('from'),
            page: $query->getInt('page', 1),
        );

        return $this->page($context, 'networks', 'networks/index.html.twig', $view);
    }

    #[Route('/job/{slug}/networks', name: 'segment_save', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function save(JobContext $context, Request $request): Response
    {
        $form = SegmentForm::fromRequest($request);
        if (null !== $form->id && !Slug::is($form->id)) {
            throw $this->createNotFoundException(\sprintf('There is no segment "%s".', $form->id));
        }
        try {
            $refusals = $this->refusals($context, $form->changeSet($context->job), $request);
        } catch (InvalidFile $e) {
            $refusals = Refusals::fromRefused($e);
        }
        if ($refusals->isEmpty()) {
            return $this->to($context, 'networks');
        }
        $view = $this->networks->show($context, $form->id ?? 'new', typed: $form, refusals: $refusals->flat());

        return $this->page(
            context: $context,
            stop: 'networks',
            template: 'networks/index.html.twig',
            view: $view,
            status: Response::HTTP_UNPROCESSABLE_ENTITY,
        );
    }

    #[Route('/job/{slug}/networks/{id}/remove', name: 'segment_remove', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function remove(JobContext $context, string $id, Request $request): Response
    {
        $record = $context->job->record(Segment::class, $id) ?? throw $this->createNotFoundException();
        $edits = [];
        foreach ($context->job->routers as $router) {
            $list = $context->job->record(Router::class, $router->id)['interfaces'] ?? [];
            $elsewhere = static fn (mixed $i): bool => !\is_array($i) || ($i['segment'] ?? null) !== $id;
            $kept = array_values(array_filter(\is_array($list) ? $list : [], $elsewhere));
            if (\count($kept) !== \count($router->interfaces)) {
                $edits[] = $context->job->edit(Router::class, $router->id, ['interfaces' => $kept]);
            }
        }
        $title = \sprintf('Removed segment %s', $context->job->segments[$id]->name ?? $id);
        $change = new ChangeSet($title, [...$edits, new Edit(Segment::class, $id, $record, null)]);

        return $this->change($context, $change, $request, 'networks');
    }
}
