<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Papers\Csv;
use Vorhut\App\Papers\Upload;
use Vorhut\App\Plan\ChangeRights;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\Sentence;
use Vorhut\Core\Exchange\RecordListReader;
use Vorhut\Core\Exchange\RecordSheet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Record\InvalidFile;

/** Records of one kind by the list: pasted or from a workbook, shown before they are taken, and written out the same way. */
final class RecordListController extends JobController
{
    #[Route('/job/{slug}/lists/{list}', name: 'records_list', methods: ['GET', 'POST'])]
    public function list(JobContext $context, string $list, Request $request, RecordListPage $page): Response
    {
        $of = $this->named($list);
        $this->denyAccessUnlessGranted(ChangeRights::roleFor($of->name)->value);
        if (Device::class === $of->type) {
            return $this->to($context, 'list');
        }
        $text = $request->isMethod('POST') ? Upload::list($request, 'file') ?? $request->request->getString('text') : '';
        $view = $page->show($context, $of, $text);
        $status = '' === $view->error ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY;

        return $this->page(context: $context, stop: 'brief', template: 'records/list.html.twig', view: $view, status: $status);
    }

    #[Route('/job/{slug}/lists/{list}/take', name: 'records_list_take', methods: ['POST'])]
    public function take(JobContext $context, string $list, Request $request): Response
    {
        $of = $this->named($list);
        $this->denyAccessUnlessGranted(ChangeRights::roleFor($of->name)->value);
        try {
            $change = (new RecordListReader($context->job, $of))->read($request->request->getString('text'))->change;
        } catch (InvalidFile $e) {
            $this->addFlash('error', Sentence::fromError($e->errors[0]));

            return $this->to($context, 'records_list', ['list' => $list]);
        }

        return $this->isStillOffered($request, $change)
            ? $this->change(context: $context, change: $change, request: $request, route: 'records', parameters: ['list' => $list])
            : $this->to($context, 'records_list', ['list' => $list]);
    }

    #[Route('/job/{slug}/lists/{list}.csv', name: 'records_csv', methods: ['GET'], priority: 1)]
    public function csv(JobContext $context, string $list): Response
    {
        $of = $this->named($list);
        $name = \sprintf('%s-%s.csv', $context->stored->getSlug(), $of->name);

        return Csv::answer($name, RecordSheet::rows($context->job, $of));
    }

    /** Kinds of devices have too many parts for lines. */
    private function named(string $name): RecordList
    {
        $list = Lists::all()[$name] ?? null;

        return null === $list || DeviceProfile::class === $list->type
            ? throw $this->createNotFoundException(\sprintf('There is no list "%s" to import.', $name))
            : $list;
    }
}
