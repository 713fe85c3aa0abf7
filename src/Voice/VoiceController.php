<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Papers\Csv;
use Vorhut\App\Papers\Upload;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\Sentence;
use Vorhut\Core\Exchange\NumberList;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Record\InvalidFile;

/** Numbers, trunks and routes, and any number dialled on paper. */
final class VoiceController extends JobController
{
    #[Route('/job/{slug}/voice', name: 'voice', methods: ['GET'])]
    public function index(JobContext $context, Request $request, VoicePage $voice): Response
    {
        return $this->page($context, 'voice', 'voice/index.html.twig', $voice->show($context, self::texts($request)));
    }

    #[Route('/job/{slug}/voice/sums/{name}', name: 'voice_sums', defaults: ['name' => ''], methods: ['GET'])]
    public function sums(JobContext $context, string $name, Request $request, SumsPage $sums): Response
    {
        return $this->page($context, 'voice', 'voice/sums.html.twig', $sums->show($context, $name, self::texts($request)));
    }

    /** Many numbers at once, looked at before they are made. */
    #[Route('/job/{slug}/voice/several', name: 'voice_several', methods: ['GET'])]
    #[IsGranted('ROLE_LEAD')]
    public function several(JobContext $context, Request $request, SeveralPage $several): Response
    {
        return $this->page($context, 'voice', 'voice/several.html.twig', $several->show($context, self::texts($request)));
    }

    #[Route('/job/{slug}/voice/several', name: 'voice_several_make', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function make(JobContext $context, Request $request, SeveralPage $several): Response
    {
        try {
            $change = $several->maker($context, array_filter($request->request->all(), \is_string(...)))->changeSet();
        } catch (InvalidValue $e) {
            $this->addFlash('error', Sentence::ofValue($e));

            return $this->to($context, 'voice_several');
        }

        return $this->isStillOffered($request, $change)
            ? $this->change($context, $change, $request, 'voice')
            : $this->to($context, 'voice_several');
    }

    #[Route('/job/{slug}/voice/list', name: 'voice_list', methods: ['GET', 'POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function list(JobContext $context, Request $request, NumberListPage $numbers): Response
    {
        $text = $request->isMethod('POST') ? Upload::list($request, 'file') ?? $request->request->getString('text') : '';
        $view = $numbers->show($context, $text, $request->request->getBoolean('renumbers'));
        $status = '' === $view->error ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY;

        return $this->page(context: $context, stop: 'voice', template: 'voice/list.html.twig', view: $view, status: $status);
    }

    #[Route('/job/{slug}/voice/list/take', name: 'voice_list_take', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function take(JobContext $context, Request $request): Response
    {
        try {
            $rows = (new NumberList($context->job))->read($request->request->getString('text'), $request->request->getBoolean('renumbers'));
        } catch (InvalidFile $e) {
            $this->addFlash('error', Sentence::fromError($e->errors[0]));

            return $this->to($context, 'voice_list');
        }
        $change = NumberList::changeSet($rows);

        return $this->isStillOffered($request, $change)
            ? $this->change($context, $change, $request, 'voice')
            : $this->to($context, 'voice_list');
    }

    #[Route('/job/{slug}/voice/numbers.csv', name: 'voice_csv', methods: ['GET'])]
    public function csv(JobContext $context): Response
    {
        return Csv::answer($context->stored->getSlug().'-numbers.csv', NumberList::written($context->job));
    }

    /** @return array<string, string> */
    private static function texts(Request $request): array
    {
        $texts = [];
        foreach ($request->query->all() as $name => $value) {
            if (\is_string($value)) {
                $texts[$name] = trim($value);
            }
        }

        return $texts;
    }
}
