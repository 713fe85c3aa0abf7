<?php

declare(strict_types=1);

namespace Vorhut\App\Media;

use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\Download;
use Vorhut\App\Web\MediaType;
use Vorhut\Core\Exchange\Directory;

/** Outbound streams, cameras, audio chains and room systems. */
final class MediaController extends JobController
{
    #[Route('/job/{slug}/media', name: 'media', methods: ['GET'])]
    public function index(JobContext $context, MediaPage $media): Response
    {
        return $this->page($context, 'media', 'media/index.html.twig', $media->show($context));
    }

    #[Route('/job/{slug}/chains', name: 'chains', methods: ['GET'])]
    public function chains(JobContext $context, ChainsPage $chains): Response
    {
        return $this->page($context, 'media', 'media/chains.html.twig', $chains->show($context));
    }

    #[Route('/job/{slug}/rooms', name: 'rooms', methods: ['GET'])]
    public function rooms(JobContext $context, RoomsPage $rooms): Response
    {
        return $this->page($context, 'media', 'media/rooms.html.twig', $rooms->show($context));
    }

    #[Route('/job/{slug}/rooms/directory.vcf', name: 'directory_cards', methods: ['GET'])]
    public function cards(JobContext $context): Response
    {
        $name = $context->stored->getSlug().'-directory.vcf';

        return new Download(Directory::fromJob($context->job)->vcard(), MediaType::Vcard, $name);
    }
}
