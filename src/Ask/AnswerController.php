<?php

declare(strict_types=1);

namespace Vorhut\App\Ask;

use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Entity\AskLink;
use Vorhut\App\Plan\EditConflict;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobEditor;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Plan\NotAllowed;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\Sentence;
use Vorhut\App\Web\Words;
use Vorhut\Core\Ask\Answers;
use Vorhut\Core\Ask\Target\AnswerContext;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Record\InvalidFile;

/** Where a link leads: somebody outside sees what they are asked and answers it, and sees nothing else. */
final class AnswerController extends AbstractController
{
    public function __construct(
        private readonly AskLinks $links,
        private readonly AskSheets $sheets,
        private readonly AskPage $page,
        private readonly JobReading $reading,
        private readonly JobEditor $editor,
    ) {}

    #[Route('/answer/{token}', name: 'answer', methods: ['GET', 'POST'])]
    public function answer(string $token, Request $request): Response
    {
        // The address is a secret: nobody keeps the page.
        $secret = ['Cache-Control' => 'no-store'];
        $link = $this->links->find($token);
        if (null === $link) {
            return $this->render('ask/no-link.html.twig', response: new Response(status: Response::HTTP_NOT_FOUND, headers: $secret));
        }
        $by = mb_substr(trim($request->request->getString('by')), 0, 80);
        $errors = [];
        $taken = '';
        $texts = AskController::texts($request);
        if ($request->isMethod('POST')) {
            [$taken, $errors] = $this->take($link, $this->reading->context($link->getJob()), $texts, $by);
        }
        $view = $this->view(link: $link, by: $by, taken: $taken, errors: $errors, refused: array_intersect_key($texts, $errors));
        $status = [] === $errors ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY;

        return $this->render('ask/outside.html.twig', ['view' => $view], new Response(status: $status, headers: $secret));
    }

    /**
     * @param array<array-key, string> $texts
     *
     * @return array{string, array<string, string>} what was taken, and why the rest was not, by question
     */
    private function take(AskLink $link, JobContext $context, array $texts, string $by): array
    {
        $who = '' === $by ? $link->getWho()->label() : $by;
        $sheet = $this->sheets->ofLink($link, $context);
        $texts = array_diff_assoc($texts, $link->getTexts());
        $answers = Answers::read($context->job, $sheet, $texts, new AnswerContext($who, $this->page->today($context)));
        $errors = array_map(Sentence::ofValue(...), $answers->refused);
        if ([] === $answers->filled) {
            return ['', $errors];
        }
        try {
            $change = new ChangeSet($answers->change->title.', through a link', $answers->change->edits);
            $entry = $this->editor->apply($context->stored, $change, $link->getGivenBy(), $context->revision);
            $filled = array_flip(array_column($answers->filled, 'id'));
            $this->links->use($link, $entry, array_intersect_key($answers->texts, $filled));
        } catch (EditConflict|NotAllowed|InvalidFile $e) {
            return ['', $errors + [$answers->filled[0]->id => $e->getMessage()]];
        }

        return [\sprintf('%s received. Thank you.', Words::count(\count($answers->filled), 'answer was', 'answers were')), $errors];
    }

    /**
     * @param array<string, string> $errors
     * @param array<array-key, string> $refused what was typed and not taken
     */
    private function view(AskLink $link, string $by, string $taken, array $errors, array $refused): LetterView
    {
        $context = $this->reading->context($link->getJob());
        $letter = $this->page->letter($context, $this->sheets->ofLink($link, $context));
        $until = LocalTime::date($link->getUntil(), $link->getJob()->getTimezone());

        return $letter->outside(
            by: $by,
            taken: $taken,
            until: $until,
            errors: $errors,
            askedBy: $link->getGivenBy()->getDisplayName(),
            sent: $refused + $link->getTexts(),
        );
    }
}
