<?php

declare(strict_types=1);

namespace Vorhut\App\Visits;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\Visit;
use Vorhut\App\Entity\VisitFile;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Papers\Upload;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\SignOff\HandOvers;
use Vorhut\App\Vault\VaultClosed;
use Vorhut\App\Web\Download;
use Vorhut\App\Web\MediaType;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;

/** Coming again: looking at everything once more, and what to do about what is not as it was left. */
final class VisitController extends JobController
{
    private const NUMBER = ['id' => '\d{1,10}'];
    private const LONGEST_TEXT = 300;
    private const LONGEST_NAME = 120;
    private const MAX_BYTES = 8_000_000;
    private const GONE = 'That value equals the one at hand-over again. Reload the page.';

    public function __construct(private readonly Visits $visits, private readonly VisitPage $page) {}

    #[Route('/job/{slug}/visits', name: 'visit_begin', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function begin(JobContext $context, Request $request): Response
    {
        $note = mb_substr(trim($request->request->getString('note')), 0, self::LONGEST_TEXT);
        $refused = $this->visits->begin($context, $this->user(), $request->request->getBoolean('onSite'), $note);
        if (null !== $refused) {
            $this->addFlash('error', $refused);
        }

        return $this->to($context, 'hand-over', ['_fragment' => 'visit']);
    }

    #[Route('/job/{slug}/visits/{id}', name: 'visit', requirements: self::NUMBER, methods: ['GET'])]
    public function show(JobContext $context, Visit $visit): Response
    {
        $this->check($context, $visit);

        return $this->page($context, 'hand-over', 'visits/visit.html.twig', $this->page->show($context, $visit));
    }

    #[Route('/job/{slug}/visits/{id}/accept', name: 'visit_accept', requirements: self::NUMBER, methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function accept(JobContext $context, Visit $visit, Request $request, HandOvers $handOvers): Response
    {
        $this->check($context, $visit);
        $item = $request->request->getString('item');
        $reason = mb_substr(trim($request->request->getString('reason')), 0, self::LONGEST_TEXT);
        \in_array($item, $this->page->keys($context, $visit), true)
            ? $handOvers->accept($context->stored, [$item], $reason, $this->user())
            : $this->addFlash('error', self::GONE);

        return $this->to($context, 'visit', ['id' => $visit->getId()]);
    }

    /** What a unit has now becomes what is planned. */
    #[Route('/job/{slug}/visits/{id}/take', name: 'visit_take', requirements: self::NUMBER, methods: ['POST'])]
    public function take(JobContext $context, Visit $visit, Request $request): Response
    {
        $this->check($context, $visit);
        foreach ($this->visits->drift($context, $visit) as $drift) {
            if ($drift->key === $request->request->getString('item') && null !== $drift->take) {
                $change = new ChangeSet(\sprintf('%s as it was found', $drift->name), [$drift->take]);

                return $this->change(
                    context: $context,
                    change: $change,
                    request: $request,
                    route: 'visit',
                    parameters: ['id' => $visit->getId()],
                );
            }
        }
        $this->addFlash('error', self::GONE);

        return $this->to($context, 'visit', ['id' => $visit->getId()]);
    }

    #[Route('/job/{slug}/visits/{id}/files', name: 'visit_keep', requirements: self::NUMBER, methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function keep(JobContext $context, Visit $visit, Request $request): Response
    {
        $this->check($context, $visit);
        $device = $context->job->devices[$request->request->getString('device')] ?? null;
        $bytes = Upload::text($request, 'file') ?? '';
        $name = Upload::name($request, 'file');
        if (null === $device) {
            $error = 'Select the device of the file.';
        } elseif ('' === $bytes) {
            $error = 'No file was chosen; choose the exported configuration of the device.';
        } elseif (\strlen($bytes) > self::MAX_BYTES) {
            $error = \sprintf('The file has %d bytes; at most 8 000 000 are stored.', \strlen($bytes));
        } else {
            $error = $this->put(context: $context, visit: $visit, device: $device, name: $name, bytes: $bytes);
        }
        if ('' !== $error) {
            $this->addFlash('error', $error);
        }

        return $this->to($context, 'visit', ['id' => $visit->getId()]);
    }

    /** @return string why it could not be kept; '' where it was */
    private function put(JobContext $context, Visit $visit, Device $device, string $name, #[\SensitiveParameter] string $bytes): string
    {
        try {
            $this->visits->keep($visit, $device->id, mb_substr($name, 0, self::LONGEST_NAME), $bytes);
            $this->note($context, \sprintf('Stored the configuration of %s, %s', $device->name, $name));

            return '';
        } catch (VaultClosed $e) {
            return $e->getMessage();
        }
    }

    #[Route(
        '/job/{slug}/visits/{id}/files/{file}',
        name: 'visit_file',
        requirements: ['id' => '\d{1,10}', 'file' => '\d{1,10}'],
        methods: ['GET'],
    )]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function carryOff(JobContext $context, Visit $visit, VisitFile $file): Response
    {
        $this->check($context, $visit);
        if ($file->getVisit() !== $visit) {
            throw $this->createNotFoundException('That file was not stored at this visit.');
        }
        try {
            $bytes = $this->visits->open($file);
        } catch (VaultClosed $e) {
            $this->addFlash('error', $e->getMessage());

            return $this->to($context, 'visit', ['id' => $visit->getId()]);
        }

        return new Download($bytes, MediaType::Octets, $file->getName());
    }

    private function check(JobContext $context, Visit $visit): void
    {
        if ($visit->getJob() !== $context->stored) {
            throw $this->createNotFoundException('This job has no such visit.');
        }
    }
}
