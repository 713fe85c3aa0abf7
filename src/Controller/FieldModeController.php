<?php

declare(strict_types=1);

namespace Vorhut\App\Controller;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\Change;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Field\Net\FieldRanges;

/** The switch that lets live tests of one job leave loopback, for ranges a lead has confirmed; written in the journal. */
final class FieldModeController extends JobPage
{
    /** A wider range is not confirmed but guessed. */
    #[Route('/job/{slug}/field-mode', name: 'field_mode', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function switch(string $slug, Request $request): Response
    {
        $stored = $this->stored($slug);
        $typed = $request->request->getString('ranges');
        try {
            $ranges = $request->request->getBoolean('off') ? [] : FieldRanges::read($typed, $request->request->getBoolean('confirmed'));
        } catch (InvalidValue $e) {
            $this->addFlash('error', 'Field mode was not changed. '.$e->getMessage());

            return $this->redirectToRoute('brief', ['slug' => $slug], Response::HTTP_SEE_OTHER);
        }
        $stored->setFieldRanges($ranges);
        $title = [] === $ranges ? 'Switched field mode off' : 'Switched field mode on for '.implode(', ', array_map(strval(...), $ranges));
        $this->em->persist(new Change($stored, $this->user(), $this->clock->now(), new ChangeSet($title, [])));
        $this->em->flush();
        $this->addFlash('done', $title.'.');

        return $this->redirectToRoute('brief', ['slug' => $slug], Response::HTTP_SEE_OTHER);
    }
}
