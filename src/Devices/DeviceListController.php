<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\ImportRun;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Papers\Upload;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Runs\Runs;
use Vorhut\App\Runs\RunViews;
use Vorhut\App\Web\Sentence;
use Vorhut\Core\Record\InvalidFile;

/** Device lists: looked at before they are taken over. */
final class DeviceListController extends JobController
{
    /** More rows than this go through the worker. */
    private const AT_ONCE = 400;

    public function __construct(private readonly ListPage $lists, private readonly ListMemories $memories) {}

    #[Route('/job/{slug}/list', name: 'list', methods: ['GET', 'POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function preview(JobContext $context, Request $request): Response
    {
        try {
            $text = Upload::list($request, 'file') ?? $request->request->getString('text');
            $view = $request->isMethod('GET')
                ? $this->lists->blank($context)
                : $this->lists->preview($context, $text, ListColumns::fromRequest($request, $this->isGranted('ROLE_LEAD')));
        } catch (InvalidFile $e) {
            $view = $this->lists->blank($context, $request->request->getString('text'), Sentence::fromError($e->errors[0]));
        }
        $status = '' === $view->refused ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY;

        return $this->page(
            context: $context,
            stop: 'devices',
            template: 'devices/list.html.twig',
            view: new ListPageView($view, ListHelp::fromJob($context->job)),
            status: $status,
        );
    }

    #[Route('/job/{slug}/list/take', name: 'list_take', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function take(JobContext $context, Request $request, Runs $runs, RunViews $views): Response
    {
        $text = $request->request->getString('text');
        try {
            $import = $this->lists->read($context, $text, ListColumns::fromRequest($request, $this->isGranted('ROLE_LEAD')));
        } catch (InvalidFile $e) {
            $this->addFlash('error', Sentence::fromError($e->errors[0]));

            return $this->to($context, 'list');
        }
        if (!$this->isStillOffered($request, $import->changeSet())) {
            return $this->to($context, 'devices');
        }
        $this->memories->remember($context->stored, $import->head->fingerprint(), $import->orders);
        if (\count($import->edits) <= self::AT_ONCE) {
            return $this->change($context, $import->changeSet(), $request, 'devices');
        }
        $run = ImportRun::ofDeviceList(
            job: $context->stored,
            user: $this->user(),
            content: $text,
            orders: $import->orders,
            seen: $context->revision,
            at: $this->now(),
        );
        $runs->start($run);

        return $this->page($context, 'devices', 'devices/running.html.twig', $views->view($run));
    }
}
