<?php

declare(strict_types=1);

namespace Vorhut\App\Controller;

use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Message\RunSweep;
use Vorhut\App\Plan\SweepList;
use Vorhut\Core\Addressing\Ipv4Address;
use Vorhut\Core\InvalidValue;
use Vorhut\Field\Lab\LabAddresses;
use Vorhut\Field\Net\RefusedTarget;
use Vorhut\Field\Net\TargetGate;

/** Who answers at a range or list of addresses, beside what the plan says about them. */
final class SweepController extends JobPage
{
    #[Route('/job/{slug}/sweep', name: 'sweep', methods: ['GET'])]
    public function index(string $slug): Response
    {
        return $this->show($this->stored($slug));
    }

    #[Route('/job/{slug}/sweep', name: 'sweep_start', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function start(string $slug, Request $request, MessageBusInterface $bus): Response
    {
        $stored = $this->stored($slug);
        $file = $request->files->get('file');
        $typed = $file instanceof UploadedFile && $file->isValid() ? $file->getContent() : $request->request->getString('addresses');
        $vantage = $request->request->getString('vantage');
        try {
            $addresses = SweepList::read($typed);
            $this->check($stored, $addresses, $vantage, $request->request->getBoolean('onSite'));
        } catch (InvalidValue|RefusedTarget $e) {
            return $this->show($stored, mb_scrub($typed), $e->getMessage());
        }
        $run = new SweepRun($stored, $this->user(), $this->clock->now(), implode(',', $addresses), $vantage);
        $this->em->persist($run);
        $this->em->flush();
        $bus->dispatch(new RunSweep($run->getId()));

        return $this->redirectToRoute('sweep', ['slug' => $slug], Response::HTTP_SEE_OTHER);
    }

    #[Route('/job/{slug}/sweep/{id}', name: 'sweep_progress', requirements: ['id' => '\d+'], methods: ['GET'])]
    public function progress(string $slug, SweepRun $run): Response
    {
        $this->mustBelong($slug, $run);

        return $this->render('sweep/_run.html.twig', ['stored' => $run->getJob(), 'run' => $run], new Response(headers: $run->isOver() ? ['HX-Refresh' => 'true'] : []));
    }

    #[Route('/job/{slug}/sweep/{id}/{do}', name: 'sweep_do', requirements: ['id' => '\d+', 'do' => 'stop|clean-up'], methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function do(string $slug, SweepRun $run, string $do): Response
    {
        $this->mustBelong($slug, $run);
        'stop' === $do ? $run->cancel() : $run->cleanUp();
        $this->em->flush();

        return $this->redirectToRoute('sweep', ['slug' => $slug], Response::HTTP_SEE_OTHER);
    }

    #[Route('/job/{slug}/sweep/{id}.csv', name: 'sweep_csv', requirements: ['id' => '\d+'], methods: ['GET'])]
    public function csv(string $slug, SweepRun $run): Response
    {
        $this->mustBelong($slug, $run);

        return new Response(SweepList::write($this->reading->job($run->getJob()), $run), headers: ['Content-Type' => 'text/csv; charset=utf-8', 'Content-Disposition' => \sprintf('attachment; filename="sweep-%d.csv"', $run->getId())]);
    }

    /**
     * @param list<string> $addresses
     *
     * @throws InvalidValue
     * @throws RefusedTarget nothing is even tried where it may not be
     */
    private function check(StoredJob $stored, array $addresses, string $vantage, bool $ticked): void
    {
        $job = $this->reading->job($stored);
        $onSite = SweepRun::ON_SITE === $vantage;
        if (!$onSite && !isset($job->devices[$vantage])) {
            throw new InvalidValue($vantage, 'a device of this job to ask from', 'Choose the vantage point.');
        }
        if ($onSite && !$ticked) {
            throw new InvalidValue('no tick', 'a tick that you are on the site and may do this', 'Real units would be asked.');
        }
        $gate = new TargetGate($onSite ? $stored->getFieldRanges() : []);
        $lab = new LabAddresses($job);
        foreach ($addresses as $address) {
            $gate->check($onSite ? $address : (string) ($lab->find(Ipv4Address::fromString($address)) ?? $address));
        }
    }

    private function show(StoredJob $stored, string $typed = '', string $error = ''): Response
    {
        $run = $this->em->getRepository(SweepRun::class)->findOneBy(['job' => $stored], ['id' => 'DESC']);

        return $this->page($stored, 'networks', 'sweep/index.html.twig', [
            'run' => $run,
            'rows' => null === $run || !$run->isOver() ? [] : SweepList::rows($this->reading->job($stored), $run),
            'typed' => $typed,
            'error' => $error,
        ], '' === $error ? 200 : Response::HTTP_UNPROCESSABLE_ENTITY);
    }

    private function mustBelong(string $slug, SweepRun $run): void
    {
        if ($run->getJob()->getSlug() !== $slug) {
            throw $this->createNotFoundException('There is no such sweep in this job.');
        }
    }
}
