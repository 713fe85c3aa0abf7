<?php

declare(strict_types=1);

namespace Vorhut\App\Controller;

use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\ImportRun;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Message\RunImport;
use Vorhut\App\Plan\DeviceFields;
use Vorhut\Core\Addressing\AddressPlanner;
use Vorhut\Core\Addressing\BlockBy;
use Vorhut\Core\Addressing\PlanProposal;
use Vorhut\Core\Addressing\PlanRequest;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\JobFile\DeviceImport;
use Vorhut\Core\JobFile\DeviceImporter;
use Vorhut\Core\JobFile\InvalidFile;
use Vorhut\Core\JobFile\RecordReader;

/** Device lists: looked at before they are taken over; and addresses: proposed before they are accepted. */
final class DeviceListController extends JobPage
{
    /** More rows than this go through the worker. */
    private const AT_ONCE = 400;
    private const SHOWN = 200;

    #[Route('/job/{slug}/list', name: 'list', methods: ['GET', 'POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function preview(string $slug, Request $request): Response
    {
        $stored = $this->stored($slug);
        $file = $request->files->get('file');
        $text = $file instanceof UploadedFile && $file->isValid() ? $file->getContent() : $request->request->getString('text');
        if ($request->isMethod('GET')) {
            return $this->page($stored, 'devices', 'devices/list.html.twig', ['text' => '', 'import' => null, 'refused' => null]);
        }
        try {
            $import = $this->read($stored, $text);
        } catch (InvalidFile $e) {
            return $this->page($stored, 'devices', 'devices/list.html.twig', ['text' => mb_scrub($text), 'import' => null, 'refused' => self::sentence($e->errors[0])], Response::HTTP_UNPROCESSABLE_ENTITY);
        }

        return $this->page($stored, 'devices', 'devices/list.html.twig', [
            'text' => 'UTF-8' === $import->encoding ? $text : mb_convert_encoding($text, 'UTF-8', 'UTF-16' === $import->encoding ? 'UTF-16' : 'Windows-1252'),
            'import' => $import,
            'rows' => array_map(self::row($import), \array_slice($import->edits, 0, self::SHOWN)),
            'refused' => null,
        ]);
    }

    #[Route('/job/{slug}/list/take', name: 'list_take', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function take(string $slug, Request $request, MessageBusInterface $bus): Response
    {
        $stored = $this->stored($slug);
        $text = $request->request->getString('text');
        try {
            $import = $this->read($stored, $text);
        } catch (InvalidFile $e) {
            $this->addFlash('error', self::sentence($e->errors[0]));

            return $this->redirectToRoute('list', ['slug' => $slug], Response::HTTP_SEE_OTHER);
        }
        if (\count($import->edits) > self::AT_ONCE) {
            $run = new ImportRun($this->user(), $text, $this->clock->now(), true);
            $run->attachTo($stored);
            $this->em->persist($run);
            $this->em->flush();
            $bus->dispatch(new RunImport($run->getId()));

            return $this->page($stored, 'devices', 'devices/running.html.twig', ['run' => $run]);
        }

        return $this->change($stored, $import->changeSet(), 'devices');
    }

    #[Route('/job/{slug}/addresses', name: 'addresses', methods: ['GET'])]
    public function addresses(string $slug, Request $request): Response
    {
        $stored = $this->stored($slug);
        $by = BlockBy::tryFrom($request->query->getString('by')) ?? BlockBy::Kind;

        return $this->page($stored, 'devices', 'devices/addresses.html.twig', ['proposal' => $this->proposal($stored, $by), 'by' => $by->value]);
    }

    #[Route('/job/{slug}/addresses', name: 'addresses_accept', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function accept(string $slug, Request $request): Response
    {
        $stored = $this->stored($slug);
        $by = BlockBy::tryFrom($request->request->getString('by')) ?? BlockBy::Kind;
        $chosen = array_values(array_filter($request->request->all('device'), \is_string(...)));

        return $this->change($stored, $this->proposal($stored, $by)->changeSet($this->reading->job($stored), $chosen), 'devices');
    }

    private function proposal(StoredJob $stored, BlockBy $by): PlanProposal
    {
        return AddressPlanner::propose($this->reading->job($stored), new PlanRequest($by));
    }

    private function read(StoredJob $stored, string $text): DeviceImport
    {
        return (new DeviceImporter($this->reading->job($stored)))->read($text);
    }

    /** @return callable(Edit): array{line: int, new: bool, fields: array<string, array{string, string}>} what was and what will be */
    private static function row(DeviceImport $import): callable
    {
        return static function (Edit $edit) use ($import): array {
            $before = null === $edit->before ? null : self::fields($edit->before);
            $fields = [];
            foreach (self::fields($edit->after ?? []) as $name => $value) {
                $fields[$name] = [$before[$name] ?? '', $value];
            }

            return ['line' => $import->lines[$edit->id] ?? 0, 'new' => null === $edit->before, 'fields' => $fields];
        };
    }

    /**
     * @param array<string, mixed> $record
     *
     * @return array<string, string>
     */
    private static function fields(array $record): array
    {
        return DeviceFields::of(Device::read(RecordReader::over($record, '$')));
    }
}
