<?php

declare(strict_types=1);

namespace Vorhut\App\Tour;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Vorhut\App\Entity\User;

/** Goes on with the tour, or ends it for good. */
final class TourController extends AbstractController
{
    #[Route('/tour', name: 'tour', methods: ['POST'])]
    public function go(Request $request, #[CurrentUser] User $self, TourGuide $guide, EntityManagerInterface $em): Response
    {
        $stop = min(\count(Tour::stops()), max(User::TOUR_OVER, $request->request->getInt('stop')));
        $self->goOnTour($stop);
        $em->flush();

        return $this->redirect($guide->url($stop), Response::HTTP_SEE_OTHER);
    }
}
