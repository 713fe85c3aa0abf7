<?php

declare(strict_types=1);

namespace Vorhut\App\Papers;

use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Web\JobPage;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\Words;
use Vorhut\Core\Paper\Paper;
use Vorhut\Core\Paper\Papers;

/** Lists to print and to carry off. */
final class PapersController extends JobPage
{
    public function __construct(private readonly UrlGeneratorInterface $urls)
    {
    }

    #[Route('/job/{slug}/papers/{name}', name: 'paper', methods: ['GET'], requirements: ['name' => '[a-z-]+'])]
    public function show(JobInHand $hand, string $name): Response
    {
        $paper = $this->paper($name);
        $rows = $paper->rows($hand->job);
        $url = fn (string $route, string $of): string => $this->urls->generate($route, ['slug' => $hand->stored->getSlug(), 'name' => $of]);
        $view = new PaperView(
            $paper->title(),
            Words::count(\count($rows), 'row'),
            $paper->heads(),
            $rows,
            [
                new Link('CSV', $url('paper_csv', $name), 'c'),
                new Link('XLSX', $url('paper_xlsx', $name), 'x'),
            ],
            array_map(static fn (Paper $p): Link => new Link($p->title(), $url('paper', $p->name())), array_values(Papers::all())),
        );

        return $this->page($hand, 'brief', 'papers/paper.html.twig', $view);
    }

    #[Route('/job/{slug}/papers/{name}.csv', name: 'paper_csv', methods: ['GET'], requirements: ['name' => '[a-z-]+'])]
    public function csv(JobInHand $hand, string $name): Response
    {
        return Csv::answer($name.'.csv', Sheet::of($this->paper($name), $hand->job)->rows);
    }

    #[Route('/job/{slug}/papers/{name}.xlsx', name: 'paper_xlsx', methods: ['GET'], requirements: ['name' => '[a-z-]+'])]
    public function xlsx(JobInHand $hand, string $name): Response
    {
        return XlsxWriter::answer($name.'.xlsx', XlsxWriter::write(Sheet::of($this->paper($name), $hand->job)));
    }

    private function paper(string $name): Paper
    {
        return Papers::all()[$name] ?? throw $this->createNotFoundException(\sprintf('There is no list "%s".', $name));
    }
}
