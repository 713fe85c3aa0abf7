<?php

declare(strict_types=1);

namespace Vorhut\App\Controller;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Plan\DeviceFields;
use Vorhut\App\Plan\DeviceTable;
use Vorhut\App\Plan\EditConflict;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Collection;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\JobFile\DeviceImporter;
use Vorhut\Core\JobFile\InvalidFile;

/** The table of devices, edited cell by cell. */
final class DevicesController extends JobPage
{
    #[Route('/job/{slug}/devices', name: 'devices', methods: ['GET'])]
    public function index(string $slug, Request $request): Response
    {
        return $this->show($this->stored($slug), $request);
    }

    #[Route('/job/{slug}/devices/{id}/why', name: 'device_why', methods: ['GET'])]
    public function why(string $slug, string $id): Response
    {
        $stored = $this->stored($slug);
        $device = $this->device($stored, $id);

        return $this->render('devices/_why.html.twig', $this->whyValues($stored, $device));
    }

    /** One cell, from the table: answers the row anew, or says at the cell what is wrong. */
    #[Route('/job/{slug}/devices/{id}/cell', name: 'device_cell', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function cell(string $slug, string $id, Request $request): Response
    {
        $stored = $this->stored($slug);
        $device = $this->device($stored, $id);
        $field = $request->request->getString('field');
        $title = \sprintf('%s of %s', DeviceFields::LABELS[$field] ?? $field, $device->name);
        try {
            $edit = DeviceFields::edit($this->reading->job($stored), $device, [$field => $request->request->getString('value')]);
            if ($edit->before !== $edit->after) {
                $this->editor->apply($stored, new ChangeSet('Changed '.$title, [$edit]), $this->user(), [$id => $request->request->getInt('version')]);
            }
        } catch (InvalidFile $e) {
            return new Response(self::sentence($e->errors[0]), Response::HTTP_UNPROCESSABLE_ENTITY, ['Content-Type' => 'text/plain; charset=utf-8']);
        } catch (EditConflict $e) {
            return new Response($e->getMessage(), Response::HTTP_CONFLICT, ['Content-Type' => 'text/plain; charset=utf-8']);
        }
        $rows = $this->table($stored)->rows([$id]);

        return $this->render('devices/_answer.html.twig', [...$this->frame($stored, 'devices'), 'columns' => DeviceTable::COLUMNS, 'row' => $rows[0] ?? null]);
    }

    /** All fields at once, from the form beside the table; works without JavaScript. */
    #[Route('/job/{slug}/devices/{id}', name: 'device_save', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function save(string $slug, string $id, Request $request): Response
    {
        $stored = $this->stored($slug);
        $device = $this->device($stored, $id);
        $typed = [];
        foreach (array_keys(DeviceFields::LABELS) as $field) {
            if ($request->request->has($field)) {
                $typed[$field] = $request->request->getString($field);
            }
        }
        try {
            $edit = DeviceFields::edit($this->reading->job($stored), $device, $typed);
            $this->editor->apply($stored, new ChangeSet('Changed '.$device->name, [$edit]), $this->user(), [$id => $request->request->getInt('version')]);
        } catch (InvalidFile $e) {
            return $this->show($stored, $request, $id, $typed, array_map(self::sentence(...), $e->errors));
        } catch (EditConflict $e) {
            return $this->show($stored, $request, $id, $typed, [$e->getMessage()]);
        }

        return $this->redirectToRoute('devices', ['slug' => $slug, 'sel' => $id], Response::HTTP_SEE_OTHER);
    }

    #[Route('/job/{slug}/devices', name: 'device_add', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function add(string $slug, Request $request): Response
    {
        $stored = $this->stored($slug);
        $quote = static fn (string $key): string => '"'.str_replace('"', '""', trim($request->request->getString($key))).'"';
        $import = (new DeviceImporter($this->reading->job($stored)))->read("name,kind,segment,mac\n".implode(',', array_map($quote, ['name', 'profile', 'segment', 'mac'])));
        if ([] !== $import->errors || [] === $import->added()) {
            $this->addFlash('error', [] === $import->errors ? \sprintf('There is a device called "%s" already. Choose another name.', $request->request->getString('name')) : self::sentence($import->errors[0]));

            return $this->redirectToRoute('devices', ['slug' => $slug], Response::HTTP_SEE_OTHER);
        }

        return $this->change($stored, new ChangeSet('Added '.$request->request->getString('name'), $import->edits), 'devices', ['sel' => $import->edits[0]->id]);
    }

    #[Route('/job/{slug}/devices/{id}/remove', name: 'device_remove', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function remove(string $slug, string $id): Response
    {
        $stored = $this->stored($slug);
        $device = $this->device($stored, $id);

        return $this->change($stored, new ChangeSet('Removed '.$device->name, [new Edit(Collection::Devices, $id, $this->reading->job($stored)->record(Collection::Devices, $id), null)]), 'devices');
    }

    /** Applies the change a finding suggests. */
    #[Route('/job/{slug}/findings/{finding}', name: 'finding_apply', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function applyFinding(string $slug, string $finding, Request $request): Response
    {
        $stored = $this->stored($slug);
        $change = $this->reading->digest($stored)->finding($finding)?->change;
        $back = $request->request->getString('back', 'devices');
        if (null === $change) {
            $this->addFlash('error', 'That finding is gone: somebody mended it in the meantime.');

            return $this->redirectToRoute('devices', ['slug' => $slug], Response::HTTP_SEE_OTHER);
        }

        return $this->change($stored, $change, \in_array($back, ['devices', 'networks', 'brief'], true) ? $back : 'devices');
    }

    /**
     * @param array<string, string> $typed
     * @param list<string>          $errors
     */
    private function show(StoredJob $stored, Request $request, string $selected = '', array $typed = [], array $errors = []): Response
    {
        $table = $this->table($stored);
        $selected = '' === $selected ? $request->query->getString('sel') : $selected;
        $device = $this->reading->job($stored)->devices[$selected] ?? null;
        $filter = trim($request->query->getString('q'));
        $ids = $table->filtered($filter, $request->query->getString('sort', 'order'), '' === $request->query->getString('only') ? null : $request->query->getString('only'));

        // A selected device is shown on the page it stands on.
        $at = null === $device ? false : array_search($device->id, $ids, true);
        $page = max(1, $request->query->getInt('page', false === $at ? 1 : intdiv($at, DeviceTable::PAGE) + 1));

        return $this->page($stored, 'devices', 'devices/index.html.twig', [
            'columns' => DeviceTable::COLUMNS,
            'rows' => $table->rows(\array_slice($ids, ($page - 1) * DeviceTable::PAGE, DeviceTable::PAGE)),
            'total' => \count($ids),
            'pages' => (int) ceil(\count($ids) / DeviceTable::PAGE),
            'current' => $page,
            'filter' => $filter,
            'sort' => $request->query->getString('sort', 'order'),
            'only' => $request->query->getString('only'),
            'errors' => $errors,
            ...(null === $device ? ['device' => null] : $this->whyValues($stored, $device, $typed)),
        ], [] === $errors ? 200 : Response::HTTP_UNPROCESSABLE_ENTITY);
    }

    /**
     * @param array<string, string> $typed
     *
     * @return array<string, mixed>
     */
    private function whyValues(StoredJob $stored, Device $device, array $typed = []): array
    {
        return [
            'stored' => $stored,
            'job' => $this->reading->job($stored),
            'device' => $device,
            'fields' => [...DeviceFields::of($device), ...$typed],
            'labels' => DeviceFields::LABELS,
            'findings' => $this->reading->digest($stored)->findingsByDevice()[$device->id] ?? [],
            'version' => $this->em->getRepository(\Vorhut\App\Entity\Device::class)->findOneBy(['job' => $stored, 'slug' => $device->id])?->getVersion(),
        ];
    }

    private function table(StoredJob $stored): DeviceTable
    {
        /** @var list<array{slug: string, version: int}> $rows */
        $rows = $this->em->createQuery('SELECT d.slug, d.version FROM '.\Vorhut\App\Entity\Device::class.' d WHERE d.job = :job')->setParameter('job', $stored)->getArrayResult();

        return new DeviceTable($this->reading->job($stored), $this->reading->digest($stored)->findingsByDevice(), array_column($rows, 'version', 'slug'));
    }

    private function device(StoredJob $stored, string $id): Device
    {
        return $this->reading->job($stored)->devices[$id] ?? throw $this->createNotFoundException(\sprintf('There is no device "%s" in this job.', $id));
    }
}
