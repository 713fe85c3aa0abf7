<?php

declare(strict_types=1);

namespace Vorhut\App\Media;

use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Web\Download;
use Vorhut\App\Web\JobPage;
use Vorhut\App\Web\MediaType;
use Vorhut\Core\Exchange\Directory;

/** Streams that leave a site, cameras, chains of sound and rooms. */
final class MediaController extends JobPage
{
    #[Route('/job/{slug}/media', name: 'media', methods: ['GET'])]
    public function index(JobInHand $hand, MediaPage $media): Response
    {
        return $this->page($hand, 'media', 'media/index.html.twig', $media->show($hand));
    }

    #[Route('/job/{slug}/chains', name: 'chains', methods: ['GET'])]
    public function chains(JobInHand $hand, ChainsPage $chains): Response
    {
        return $this->page($hand, 'media', 'media/chains.html.twig', $chains->show($hand));
    }

    #[Route('/job/{slug}/rooms', name: 'rooms', methods: ['GET'])]
    public function rooms(JobInHand $hand, RoomsPage $rooms): Response
    {
        return $this->page($hand, 'media', 'media/rooms.html.twig', $rooms->show($hand));
    }

    #[Route('/job/{slug}/rooms/directory.vcf', name: 'directory_cards', methods: ['GET'])]
    public function cards(JobInHand $hand): Response
    {
        $name = $hand->stored->getSlug().'-directory.vcf';

        return new Download(Directory::of($hand->job)->vcard(), MediaType::Vcard, $name);
    }
}
