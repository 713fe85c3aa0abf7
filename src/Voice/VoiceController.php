<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Web\JobPage;
use Vorhut\App\Web\Sentence;
use Vorhut\Core\InvalidValue;

/** Numbers, trunks and routes, and any number dialled on paper. */
final class VoiceController extends JobPage
{
    #[Route('/job/{slug}/voice', name: 'voice', methods: ['GET'])]
    public function index(JobInHand $hand, Request $request, VoicePage $voice): Response
    {
        return $this->page($hand, 'voice', 'voice/index.html.twig', $voice->show($hand, self::texts($request)));
    }

    #[Route('/job/{slug}/voice/sums/{name}', name: 'voice_sums', defaults: ['name' => ''], methods: ['GET'])]
    public function sums(JobInHand $hand, string $name, Request $request, SumsPage $sums): Response
    {
        return $this->page($hand, 'voice', 'voice/sums.html.twig', $sums->show($hand, $name, self::texts($request)));
    }

    /** Many numbers at once, looked at before they are made. */
    #[Route('/job/{slug}/voice/several', name: 'voice_several', methods: ['GET'])]
    #[IsGranted('ROLE_LEAD')]
    public function several(JobInHand $hand, Request $request, SeveralPage $several): Response
    {
        return $this->page($hand, 'voice', 'voice/several.html.twig', $several->show($hand, self::texts($request)));
    }

    #[Route('/job/{slug}/voice/several', name: 'voice_several_make', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function make(JobInHand $hand, Request $request, SeveralPage $several): Response
    {
        try {
            $change = $several->maker($hand, array_filter($request->request->all(), \is_string(...)))->changeSet();
        } catch (InvalidValue $e) {
            $this->addFlash('error', Sentence::ofValue($e));

            return $this->to($hand, 'voice_several');
        }

        return $this->isStillOffered($request, $change)
            ? $this->change($hand, $change, $request, 'voice')
            : $this->to($hand, 'voice_several');
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
