<?php

declare(strict_types=1);

namespace Vorhut\App\Controller;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\Core\Job\JobSearch;

/** The jump field: an address, a MAC in any notation, an extension, a serial, a name, a finding. */
final class FindController extends JobPage
{
    #[Route('/job/{slug}/find', name: 'find', methods: ['GET'])]
    public function find(string $slug, Request $request): Response
    {
        $stored = $this->stored($slug);
        $query = trim($request->query->getString('q'));
        $hits = JobSearch::find($this->reading->job($stored), $this->reading->digest($stored)->findings, $query);
        if ('true' === $request->headers->get('HX-Request')) {
            return $this->render('find/_hits.html.twig', ['stored' => $stored, 'hits' => $hits, 'query' => $query]);
        }

        return $this->page($stored, 'brief', 'find/index.html.twig', ['hits' => $hits, 'query' => $query]);
    }
}
