<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\Core\Planning\AddressPlanner;
use Vorhut\Core\Planning\BlockBy;
use Vorhut\Core\Planning\PlanRequest;

/** Addresses: proposed before they are accepted. */
final class AddressesController extends JobController
{
    #[Route('/job/{slug}/addresses', name: 'addresses', methods: ['GET'])]
    public function show(JobContext $context, Request $request, AddressesPage $addresses): Response
    {
        $by = BlockBy::tryFrom($request->query->getString('by')) ?? BlockBy::Kind;
        $view = $addresses->show($context, AddressPlanner::propose($context->job, new PlanRequest($by)), $by);

        return $this->page($context, 'devices', 'devices/addresses.html.twig', $view);
    }

    #[Route('/job/{slug}/addresses', name: 'addresses_accept', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function accept(JobContext $context, Request $request): Response
    {
        $by = BlockBy::tryFrom($request->request->getString('by')) ?? BlockBy::Kind;
        $proposal = AddressPlanner::propose($context->job, new PlanRequest($by));
        if (!$this->isStillOffered($request, $proposal->changeSet($context->job))) {
            return $this->to($context, 'addresses', ['by' => $by->value]);
        }
        $chosen = array_values(array_filter($request->request->all('device'), \is_string(...)));

        return $this->change($context, $proposal->changeSet($context->job, $chosen), $request, 'devices');
    }
}
