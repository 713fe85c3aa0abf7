<?php

declare(strict_types=1);

namespace Vorhut\App\Help;

use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Papers\Pdf;
use Vorhut\App\Web\Download;
use Vorhut\App\Web\MediaType;

/** The manual inside the application: by task, searched, with its pictures, and as a PDF. */
final class HelpController extends AbstractController
{
    public function __construct(private readonly Manual $manual) {}

    #[Route('/help', name: 'help', methods: ['GET'])]
    public function search(#[MapQueryParameter] string $q = ''): Response
    {
        $q = mb_substr(trim($q), 0, 100);
        if ('' === $q) {
            return $this->redirectToRoute('help_chapter', ['chapter' => array_key_first($this->manual->chapters())]);
        }

        return $this->page(slug: '', title: 'Search', sections: [], query: $q, found: $this->manual->find($q));
    }

    #[Route('/help/{chapter}', name: 'help_chapter', methods: ['GET'], requirements: ['chapter' => '[a-z-]+'])]
    public function chapter(string $chapter): Response
    {
        $found = $this->manual->chapters()[$chapter] ?? throw $this->createNotFoundException();
        $rendered = new Rendered(fn (string $name): string => $this->generateUrl('help_picture', ['name' => $name]));

        return $this->page($chapter, $found->title, $rendered->sections($found));
    }

    #[Route('/help/pictures/{name}.png', name: 'help_picture', methods: ['GET'])]
    public function picture(string $name): Response
    {
        $bytes = $this->manual->picture($name);

        return '' === $bytes ? throw $this->createNotFoundException() : new Download($bytes, MediaType::Png, $name.'.png');
    }

    #[Route('/help.pdf', name: 'help_pdf', methods: ['GET'])]
    public function pdf(Pdf $pdf): Response
    {
        $rendered = new Rendered();
        $chapters = array_map(
            static fn (Chapter $c): array => ['title' => $c->title, 'sections' => $rendered->sections($c)],
            array_values($this->manual->chapters()),
        );

        return $pdf->answer('Vorhut manual.pdf', $pdf->render('help/manual.html.twig', new ManualView($chapters), 'Vorhut manual'));
    }

    /**
     * @param list<array{id: string, title: string, html: string}> $sections
     * @param list<array{Chapter, Section}> $found
     */
    private function page(string $slug, string $title, array $sections, string $query = '', array $found = []): Response
    {
        $view = new HelpView(
            chapters: $this->manual->chapters(),
            slug: $slug,
            title: $title,
            sections: $sections,
            query: $query,
            found: $found,
        );

        return $this->render('help/index.html.twig', ['view' => $view]);
    }
}
