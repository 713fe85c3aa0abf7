<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Vault\VaultClosed;
use Vorhut\App\Web\Download;
use Vorhut\App\Web\Sentence;
use Vorhut\App\Web\Words;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;

/** Phones with their people, files and what they fetched. */
final class PhonesController extends JobController
{
    public function __construct(private readonly FileDesk $desk, private readonly Bundles $bundles) {}

    #[Route('/job/{slug}/phones', name: 'voice_phones', methods: ['GET'])]
    public function index(JobContext $context, Request $request, PhonesPage $phones): Response
    {
        $query = trim($request->query->getString('q'));
        $view = $phones->show($context, $query, min(100000, max(1, $request->query->getInt('page', 1))));

        return $this->page($context, 'voice', 'voice/phones.html.twig', $view);
    }

    /** The file of one unit as it would be fetched, without its secrets. */
    #[Route('/job/{slug}/phones/{device}/file', name: 'phone_file', methods: ['GET'])]
    public function unitFile(JobContext $context, string $device, PhonesPage $phones): Response
    {
        $of = $context->job->devices[$device] ?? throw $this->createNotFoundException('There is no such device in this job.');

        return $this->page($context, 'voice', 'voice/file.html.twig', $phones->file($context, $of));
    }

    #[Route('/job/{slug}/phones/serve', name: 'phones_serve', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function serve(JobContext $context, Request $request): Response
    {
        if ('stop' === $request->request->getString('to')) {
            $this->desk->close($context->stored);
            $this->note($context, 'Provisioning server stopped');

            return $this->to($context, 'voice_phones');
        }
        try {
            $this->desk->open($context->stored, $this->user());
            $this->note($context, 'Provisioning server started at a new address');
        } catch (VaultClosed $e) {
            $this->addFlash('error', $e->getMessage());
        }

        return $this->to($context, 'voice_phones');
    }

    /** Lets the next fetch of one unit, or of each, carry its secret. */
    #[Route('/job/{slug}/phones/secrets', name: 'phones_secrets', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function secrets(JobContext $context, Request $request): Response
    {
        $wanted = $request->request->getString('device');
        $takesFile = static fn (Device $d): bool => $context->job->profileOf($d)->provisioning->isThere();
        $all = array_filter($context->job->devices, $takesFile);
        if ('' !== $wanted && !isset($all[$wanted])) {
            throw $this->createNotFoundException('No such device has a configuration file.');
        }
        $ids = array_map(strval(...), array_keys('' === $wanted ? $all : [$wanted => $all[$wanted]]));
        $this->desk->openSecrets($context->stored, $ids);
        $this->note($context, '' === $wanted
            ? \sprintf('The next fetch of each of %s carries its secret', Words::count(\count($ids), 'device'))
            : \sprintf('The next fetch of %s carries its secret', $context->job->nameOf($wanted)));

        $query = $request->request->getString('q');

        return $this->to($context, 'voice_phones', '' === $query ? [] : ['q' => $query]);
    }

    /** Files to export: those of all units, leases for two DHCP servers, names. */
    #[Route('/job/{slug}/phones/carry/{what}', name: 'phones_carry', methods: ['GET'], requirements: ['what' => 'units|dnsmasq|kea|zone'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function carry(JobContext $context, string $what, Request $request): Response
    {
        try {
            $bundle = $this->bundles->bundle($context, $what, trim($request->query->getString('domain')));
        } catch (InvalidValue $e) {
            $this->addFlash('error', Sentence::ofValue($e));

            return $this->to($context, 'voice_phones');
        }

        return new Download($bundle->content, $bundle->type, $bundle->name);
    }
}
