<?php

declare(strict_types=1);

namespace Vorhut\App\Ask;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Papers\Csv;
use Vorhut\App\Papers\Pdf;
use Vorhut\App\Papers\Sheet;
use Vorhut\App\Papers\Upload;
use Vorhut\App\Papers\XlsxWriter;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobRoles;
use Vorhut\App\Web\Download;
use Vorhut\App\Web\MediaType;
use Vorhut\App\Web\Sentence;
use Vorhut\Core\Ask\Answers;
use Vorhut\Core\Ask\AskItem;
use Vorhut\Core\Ask\AskRows;
use Vorhut\Core\Ask\AskText;
use Vorhut\Core\Ask\Target\AnswerContext;
use Vorhut\Core\Exchange\CsvTable;
use Vorhut\Core\Profile\Setting\OutsideSource;
use Vorhut\Core\Record\InvalidFile;

/** What others must say: asked in every form, and taken back in the same. */
final class AskController extends JobController
{
    private const NO_COLUMNS = 'No columns "Question" and "Answer" were found. Import the exported sheet with its answers.';

    public function __construct(
        private readonly AskSheets $sheets,
        private readonly AskPage $page,
        private readonly JobRoles $roles,
    ) {}

    #[Route('/job/{slug}/ask', name: 'ask', methods: ['GET'])]
    public function index(JobContext $context, #[MapQueryParameter] int $page = 1): Response
    {
        return $this->page($context, 'brief', 'ask/index.html.twig', $this->page->show($context, page: $page));
    }

    #[Route('/job/{slug}/ask.pdf', name: 'ask_pdf', methods: ['GET'])]
    public function pdf(JobContext $context, Request $request, Pdf $pdf): Response
    {
        $letter = $this->page->letter($context, $this->sheets->sheet($context, $request->query->getString('of')));
        $bytes = $pdf->render('ask/letter.html.twig', $letter, \sprintf('%s, %s', $letter->job, $letter->today));

        return $pdf->answer(self::name($request, 'pdf'), $bytes);
    }

    #[Route('/job/{slug}/ask.csv', name: 'ask_csv', methods: ['GET'])]
    public function csv(JobContext $context, Request $request): Response
    {
        return Csv::answer(self::name($request, 'csv'), $this->rows($context, $request));
    }

    #[Route('/job/{slug}/ask.xlsx', name: 'ask_xlsx', methods: ['GET'])]
    public function xlsx(JobContext $context, Request $request): Response
    {
        return XlsxWriter::answer(self::name($request, 'xlsx'), XlsxWriter::write(new Sheet('Questions', $this->rows($context, $request))));
    }

    #[Route('/job/{slug}/ask.txt', name: 'ask_text', methods: ['GET'])]
    public function text(JobContext $context, Request $request): Response
    {
        $text = AskText::write($this->sheets->sheet($context, $request->query->getString('of')), $context->job->info);

        return new Download($text, MediaType::Text, self::name($request, 'txt'));
    }

    #[Route('/job/{slug}/ask/back', name: 'ask_back', methods: ['GET'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function back(JobContext $context): Response
    {
        $view = new BackView($this->generateUrl('ask_file', ['slug' => $context->stored->getSlug()]));

        return $this->page($context, 'brief', 'ask/back.html.twig', $view);
    }

    /** The sheet as it came back, as a file or pasted. */
    #[Route('/job/{slug}/ask/back', name: 'ask_file', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function fromFile(JobContext $context, Request $request): Response
    {
        $pasted = $request->request->getString('text');
        try {
            $text = '' === trim($pasted) ? Upload::list($request, 'file') : $pasted;
            $answers = AskRows::read(array_values(CsvTable::parse((string) $text)->rows));
        } catch (InvalidFile $e) {
            return $this->backAgain($context, Sentence::fromError($e->errors[0]), $pasted);
        }

        return null === $answers
            ? $this->backAgain($context, self::NO_COLUMNS, $pasted)
            : $this->preview($context, $answers, $request->request->getString('by'));
    }

    private function backAgain(JobContext $context, string $error, string $pasted): Response
    {
        $view = new BackView($this->generateUrl('ask_file', ['slug' => $context->stored->getSlug()]), $error, $pasted);

        return $this->page(
            context: $context,
            stop: 'brief',
            template: 'ask/back.html.twig',
            view: $view,
            status: Response::HTTP_UNPROCESSABLE_ENTITY,
        );
    }

    #[Route('/job/{slug}/ask/answers', name: 'ask_answers', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function answers(JobContext $context, Request $request): Response
    {
        return $this->preview($context, self::texts($request), $request->request->getString('by'));
    }

    /** Takes what was previewed, if it still means the same. */
    #[Route('/job/{slug}/ask', name: 'ask_take', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function take(JobContext $context, Request $request): Response
    {
        $by = $request->request->getString('by');
        $answers = $this->read($context, self::texts($request), $by);

        return $this->isStillOffered($request, $answers->change)
            ? $this->change($context, $answers->change, $request, 'ask')
            : $this->to($context, 'ask');
    }

    #[Route('/job/{slug}/ask/links', name: 'ask_link', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function link(JobContext $context, Request $request, AskLinks $links): Response
    {
        $who = OutsideSource::tryFrom($request->request->getString('of'))
            ?? throw $this->createNotFoundException('There are no questions for that recipient.');
        $this->note($context, \sprintf('A link for %s to answer by, good for %d days', $who->label(), AskLinks::DAYS));
        $url = $links->give($context->stored, $who, $this->user());

        return $this->page($context, 'brief', 'ask/index.html.twig', $this->page->show($context, $url));
    }

    #[Route('/job/{slug}/ask/links/{id}', name: 'ask_link_back', methods: ['POST'], requirements: ['id' => '\d{1,10}'])]
    #[IsGranted('ROLE_LEAD')]
    public function withdraw(JobContext $context, int $id, AskLinks $links): Response
    {
        $link = $links->withdraw($context->stored, $id);
        if (null !== $link) {
            $this->note($context, \sprintf('The link for %s was revoked', $link->getWho()->label()));
        }

        return $this->to($context, 'ask');
    }

    /** @param array<array-key, string> $texts */
    private function preview(JobContext $context, array $texts, string $by): Response
    {
        $sheet = $this->sheets->sheet($context);
        $answers = $this->read($context, $texts, $by);
        $status = [] === $answers->refused ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY;

        return $this->page(
            context: $context,
            stop: 'brief',
            template: 'ask/answers.html.twig',
            view: $this->page->answers($context, $sheet, $answers, $by),
            status: $status,
        );
    }

    /** @param array<array-key, string> $texts */
    private function read(JobContext $context, array $texts, string $by): Answers
    {
        $role = $this->roles->roleOf($this->user(), $context->stored->getSlug());
        $sheet = $this->sheets->sheet($context)->those(static fn (AskItem $i): bool => AskSheets::mayAnswer($i, $role));

        return Answers::read($context->job, $sheet, $texts, new AnswerContext($by, $this->page->today($context)));
    }

    /** @return non-empty-list<list<string>> */
    private function rows(JobContext $context, Request $request): array
    {
        return [AskRows::HEADS, ...AskRows::rows($this->sheets->sheet($context, $request->query->getString('of')))];
    }

    /** @return array<array-key, string> */
    public static function texts(Request $request): array
    {
        $given = $request->request->all()['answers'] ?? [];

        return array_filter(\is_array($given) ? $given : [], \is_string(...));
    }

    private static function name(Request $request, string $ending): string
    {
        $who = OutsideSource::tryFrom($request->query->getString('of'));

        return \sprintf('questions%s.%s', null === $who ? '' : '-'.$who->value, $ending);
    }
}
