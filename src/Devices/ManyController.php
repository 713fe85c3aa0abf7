<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Papers\Csv;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\Sentence;
use Vorhut\App\Web\Words;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Record\InvalidFile;

/** Several devices at once: changed, moved, removed, or exported as a list. */
final class ManyController extends JobController
{
    private const FIELDS = ['stage', 'location', 'segment', 'gateway'];

    #[Route('/job/{slug}/devices.csv', name: 'devices_csv', methods: ['GET'])]
    public function csv(JobContext $context, Request $request, DevicesPage $devices): Response
    {
        return Csv::answer('devices.csv', $devices->sheet($context, DeviceQuery::fromRequest($request)));
    }

    #[Route('/job/{slug}/devices/many', name: 'devices_many', methods: ['POST'], priority: 1)]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function many(JobContext $context, Request $request): Response
    {
        $wanted = array_filter($request->request->all('device'), \is_string(...));
        $devices = array_intersect_key($context->job->devices, array_flip($wanted));
        if ([] === $devices) {
            $this->addFlash('error', 'Select devices first: x on a row, or its check box.');

            return $this->to($context, 'devices');
        }
        $many = Words::count(\count($devices), 'device');
        if ($request->request->has('remove')) {
            $edits = array_map(static fn (Device $d): Edit => new Edit(
                Device::class,
                $d->id,
                $context->job->record(Device::class, $d->id),
                null,
            ), array_values($devices));

            return $this->change($context, new ChangeSet('Removed '.$many, $edits), $request, 'devices');
        }
        $typed = array_filter(array_map(trim(...), array_filter(
            array_intersect_key($request->request->all(), array_flip(self::FIELDS)),
            \is_string(...),
        )), static fn (string $v): bool => '' !== $v);
        $typed = array_map(static fn (string $v): string => ManyView::NONE === $v ? '' : $v, $typed);
        try {
            $edits = array_map(static fn (Device $d): Edit => DeviceFields::edit($context->job, $d, $typed), array_values($devices));
        } catch (InvalidFile $e) {
            $this->addFlash('error', Sentence::fromError($e->errors[0]));

            return $this->to($context, 'devices');
        }
        $labels = array_map(static fn (string $f): string => strtolower(DeviceFields::labels()[$f]), array_keys($typed));

        $title = \sprintf('Changed %s of %s', implode(', ', $labels), $many);

        return $this->change($context, new ChangeSet($title, $edits), $request, 'devices');
    }
}
