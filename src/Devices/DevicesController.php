<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Frame\JobFrames;
use Vorhut\App\Plan\EditConflict;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Web\PartOf;
use Vorhut\App\Web\Refusals;
use Vorhut\App\Web\Sentence;
use Vorhut\Core\Exchange\DeviceImporter;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Record\InvalidFile;

/** The table of devices, edited cell by cell. */
final class DevicesController extends JobController
{
    public function __construct(private readonly DevicesPage $devices) {}

    #[Route('/job/{slug}/devices', name: 'devices', methods: ['GET'])]
    public function index(JobContext $context, Request $request): Response
    {
        return $this->page(
            $context,
            'devices',
            'devices/index.html.twig',
            $this->devices->show($context, DeviceQuery::fromRequest($request)),
        );
    }

    #[Route('/job/{slug}/devices/{id}/why', name: 'device_why', methods: ['GET'])]
    #[PartOf('devices', ['id' => 'sel'])]
    public function why(JobContext $context, string $id): Response
    {
        return $this->render('devices/_why.html.twig', ['panel' => $this->devices->panel($context, $this->device($context, $id))]);
    }

    /** One cell, from the table: answers the row anew, or says at the cell what is wrong. */
    #[Route('/job/{slug}/devices/{id}/cell', name: 'device_cell', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function cell(JobContext $context, string $id, Request $request, JobReading $reading, JobFrames $frames): Response
    {
        $device = $this->device($context, $id);
        $field = $request->request->getString('field');
        $title = \sprintf('Changed %s of %s', DeviceFields::labels()[$field] ?? $field, $device->name);
        try {
            $edit = DeviceFields::edit($context->job, $device, [$field => $request->request->getString('value')]);
            if ($edit->before !== $edit->after) {
                $this->attempt($context, new ChangeSet($title, [$edit]), $request);
            }
        } catch (InvalidFile $e) {
            return self::refusal(Sentence::fromError($e->errors[0]), Response::HTTP_UNPROCESSABLE_ENTITY);
        } catch (EditConflict $e) {
            return self::refusal($e->getMessage(), Response::HTTP_CONFLICT);
        }

        $now = $reading->context($context->stored);

        return $this->answer(
            context: $now,
            id: $id,
            frames: $frames,
            isTold: $reading->isSoonTold($context->stored),
            query: DeviceQuery::fromRequest($request),
        );
    }

    /** One row as it stands, with what is wrong with it. */
    #[Route('/job/{slug}/devices/{id}/row', name: 'device_row', methods: ['GET'])]
    #[PartOf('devices', ['id' => 'sel'])]
    public function row(JobContext $context, string $id, Request $request, JobFrames $frames): Response
    {
        return $this->answer(
            context: $context,
            id: $this->device($context, $id)->id,
            frames: $frames,
            isTold: true,
            query: DeviceQuery::fromRequest($request),
        );
    }

    /** All fields at once, from the form beside the table; works without JavaScript. */
    #[Route('/job/{slug}/devices/{id}', name: 'device_save', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function save(JobContext $context, string $id, Request $request): Response
    {
        $device = $this->device($context, $id);
        $typed = array_filter(array_intersect_key($request->request->all(), DeviceFields::labels()), \is_string(...));
        try {
            $edit = DeviceFields::edit($context->job, $device, $typed);
            $refusals = $this->refusals($context, new ChangeSet('Changed '.$device->name, [$edit]), $request);
        } catch (InvalidFile $e) {
            $refusals = Refusals::fromRefused($e);
        }
        if ($refusals->isEmpty()) {
            return $this->to($context, 'devices', ['sel' => $id]);
        }
        $view = $this->devices->show($context, DeviceQuery::fromRequest($request)->selecting($id), $typed, $refusals->flat());

        return $this->page(
            context: $context,
            stop: 'devices',
            template: 'devices/index.html.twig',
            view: $view,
            status: Response::HTTP_UNPROCESSABLE_ENTITY,
        );
    }

    #[Route('/job/{slug}/devices', name: 'device_add', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function add(JobContext $context, Request $request): Response
    {
        $name = $request->request->getString('name');
        $quote = static fn (string $key): string => '"'.str_replace('"', '""', trim($request->request->getString($key))).'"';
        $row = implode(',', array_map($quote, ['name', 'profile', 'segment', 'mac']));
        $import = (new DeviceImporter($context->job))->read("name,kind,segment,mac\n".$row);
        if ([] !== $import->errors || [] === $import->added()) {
            $taken = \sprintf('There is a device called "%s" already. Choose another name.', $name);
            $this->addFlash('error', [] === $import->errors ? $taken : Sentence::fromError($import->errors[0]));

            return $this->to($context, 'devices');
        }
        $change = new ChangeSet('Added '.$name, $import->edits);

        return $this->change(
            context: $context,
            change: $change,
            request: $request,
            route: 'devices',
            parameters: ['sel' => $import->edits[0]->id],
        );
    }

    #[Route('/job/{slug}/devices/{id}/remove', name: 'device_remove', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function remove(JobContext $context, string $id, Request $request): Response
    {
        $edit = new Edit(Device::class, $id, $context->job->record(Device::class, $id), null);
        $change = new ChangeSet('Removed '.$this->device($context, $id)->name, [$edit]);

        return $this->change($context, $change, $request, 'devices');
    }

    private function answer(JobContext $context, string $id, JobFrames $frames, bool $isTold, DeviceQuery $query): Response
    {
        return $this->render('devices/_answer.html.twig', [
            'row' => $this->devices->row($context, $id, $isTold, $query),
            'frame' => $frames->frame($context, 'devices', $isTold),
        ]);
    }

    private function device(JobContext $context, string $id): Device
    {
        return $context->job->devices[$id] ?? throw $this->createNotFoundException(\sprintf('There is no device "%s" in this job.', $id));
    }

    private static function refusal(string $sentence, int $status): Response
    {
        return new Response($sentence, $status, ['Content-Type' => 'text/plain; charset=utf-8']);
    }
}
