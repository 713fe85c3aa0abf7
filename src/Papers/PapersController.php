<?php

declare(strict_types=1);

namespace Vorhut\App\Papers;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\Sentence;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Pages;
use Vorhut\App\Web\Words;
use Vorhut\Core\Paper\Back\ListReimport;
use Vorhut\Core\Paper\Back\Reimportable;
use Vorhut\Core\Paper\PrintableList;
use Vorhut\Core\Paper\PrintableLists;
use Vorhut\Core\Record\InvalidFile;

/** Lists to print and to export. */
final class PapersController extends JobController
{
    private const ON_A_PAGE = 400;

    public function __construct(private readonly UrlGeneratorInterface $urls) {}

    #[Route('/job/{slug}/papers/{name}', name: 'paper', methods: ['GET'], requirements: ['name' => '[a-z-]+'])]
    public function show(JobContext $context, string $name, #[MapQueryParameter] int $page = 1): Response
    {
        $paper = $this->paper($name);
        $rows = $paper->rows($context->job);
        $url = fn (string $route, string $of): string => $this->urls->generate(
            $route,
            ['slug' => $context->stored->getSlug(), 'name' => $of],
        );
        $pages = Pages::page(
            all: \count($rows),
            size: self::ON_A_PAGE,
            page: $page,
            what: 'rows',
            url: fn (int $p): string => $this->urls->generate(
                'paper',
                ['slug' => $context->stored->getSlug(), 'name' => $name, 'page' => $p],
            ),
        );
        $view = new PaperView(
            title: $paper->title(),
            summary: Words::count(\count($rows), 'row'),
            heads: $paper->heads(),
            rows: $pages->slice($rows),
            pages: $pages,
            files: [
                ...$this->back($paper, $url),
                new Link('CSV', $url('paper_csv', $name), 'c'),
                new Link('XLSX', $url('paper_xlsx', $name), 'x'),
            ],
            others: array_map(
                static fn (PrintableList $p): Link => new Link($p->title(), $url('paper', $p->name())),
                array_values(PrintableLists::all()),
            ),
            note: $paper instanceof Reimportable || 'cables' === $paper->name()
                ? ''
                : 'This list is calculated from the plan. It cannot be imported.',
        );

        return $this->page($context, 'brief', 'papers/paper.html.twig', $view);
    }

    #[Route('/job/{slug}/papers/{name}.csv', name: 'paper_csv', methods: ['GET'], requirements: ['name' => '[a-z-]+'])]
    public function csv(JobContext $context, string $name): Response
    {
        return Csv::answer($name.'.csv', Sheet::fromList($this->paper($name), $context->job)->rows);
    }

    #[Route('/job/{slug}/papers/{name}.xlsx', name: 'paper_xlsx', methods: ['GET'], requirements: ['name' => '[a-z-]+'])]
    public function xlsx(JobContext $context, string $name): Response
    {
        return XlsxWriter::answer($name.'.xlsx', XlsxWriter::write(Sheet::fromList($this->paper($name), $context->job)));
    }

    /** What an edited list would change. */
    #[Route('/job/{slug}/papers/{name}/back', name: 'paper_back', methods: ['GET', 'POST'], requirements: ['name' => '[a-z-]+'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function comesBack(JobContext $context, string $name, Request $request, BackPage $page): Response
    {
        $paper = $this->readable($name);
        $error = '';
        $text = '';
        try {
            $text = $request->isMethod('POST')
                ? Upload::list($request, 'file', $paper->title()) ?? $request->request->getString('text')
                : '';
        } catch (InvalidFile $e) {
            $this->addFlash('error', $error = Sentence::fromError($e->errors[0]));
        }
        $view = $page->show($context, $paper, $text);
        $status = '' === $view->error.$error ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY;

        return $this->page(context: $context, stop: 'brief', template: 'papers/back.html.twig', view: $view, status: $status);
    }

    #[Route('/job/{slug}/papers/{name}/take', name: 'paper_take', methods: ['POST'], requirements: ['name' => '[a-z-]+'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function take(JobContext $context, string $name, Request $request): Response
    {
        $paper = $this->readable($name);
        try {
            $change = (new ListReimport($context->job, $paper))->read($request->request->getString('text'))->change;
        } catch (InvalidFile $e) {
            $this->addFlash('error', Sentence::fromError($e->errors[0]));

            return $this->to($context, 'paper_back', ['name' => $name]);
        }

        return $this->isStillOffered($request, $change)
            ? $this->change(context: $context, change: $change, request: $request, route: 'paper', parameters: ['name' => $name])
            : $this->to($context, 'paper_back', ['name' => $name]);
    }

    private function readable(string $name): Reimportable
    {
        $paper = $this->paper($name);

        return $paper instanceof Reimportable ? $paper : throw $this->createNotFoundException(
            \sprintf('%s is calculated from the plan and cannot be imported.', $paper->title()),
        );
    }

    /**
     * @param \Closure(string, string): string $url
     *
     * @return list<Link>
     */
    private function back(PrintableList $paper, \Closure $url): array
    {
        return match (true) {
            !$this->isGranted('ROLE_TECHNICIAN') => [],
            $paper instanceof Reimportable => [new Link('Import the changed list', $url('paper_back', $paper->name()), 'b')],
            'cables' === $paper->name() => [new Link('Import the changed list', $url('cables_list', ''), 'b')],
            default => [],
        };
    }

    private function paper(string $name): PrintableList
    {
        return PrintableLists::all()[$name] ?? throw $this->createNotFoundException(\sprintf('There is no list "%s".', $name));
    }
}
