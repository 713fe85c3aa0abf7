<?php

declare(strict_types=1);

namespace Vorhut\App\Frame;

use Psr\Clock\ClockInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;
use Symfony\Contracts\Service\Attribute\Required;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\EditConflict;
use Vorhut\App\Plan\Effect\Effect;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobEditor;
use Vorhut\App\Plan\NotAllowed;
use Vorhut\App\Web\Refusals;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Record\InvalidFile;

/** What the pages of a job have in common. */
abstract class JobController extends AbstractController
{
    private JobFrames $frames;
    private JobEditor $editor;
    private ClockInterface $clock;

    #[Required]
    final public function with(JobFrames $frames, JobEditor $editor, ClockInterface $clock): void
    {
        $this->clock = $clock;
        $this->frames = $frames;
        $this->editor = $editor;
    }

    final protected function page(JobContext $context, string $stop, string $template, object $view, int $status = 200): Response
    {
        $values = ['view' => $view, 'frame' => $this->frames->frame($context, $stop)];

        return $this->render($template, $values, new Response(status: $status));
    }

    final protected function now(): \DateTimeImmutable
    {
        return $this->clock->now();
    }

    final protected function user(): User
    {
        $user = $this->getUser();

        return $user instanceof User ? $user : throw $this->createAccessDeniedException();
    }

    /** Enters into the journal what changes nothing of the plan. */
    final protected function note(JobContext $context, string $title): void
    {
        $this->editor->apply($context->stored, new ChangeSet($title, []), $this->user(), $context->revision);
    }

    /**
     * Applies a change made of what the page of a request showed.
     *
     * @param list<Effect> $effects
     *
     * @throws InvalidFile
     * @throws EditConflict
     * @throws NotAllowed
     */
    final protected function attempt(JobContext $context, ChangeSet $change, Request $request, array $effects = []): void
    {
        if (!$change->isEmpty() && !$request->request->has('version')) {
            throw new BadRequestHttpException('This form does not name the version of the plan it was made from. Reload the page.');
        }
        $this->editor->apply(
            stored: $context->stored,
            change: $change,
            by: $this->user(),
            seen: $request->request->getInt('version'),
            effects: $effects,
        );
    }

    /**
     * The same.
     *
     * @param list<Effect> $effects
     *
     * @return list<string> why it was not made; empty where it was
     */
    final protected function apply(JobContext $context, ChangeSet $change, Request $request, array $effects = []): array
    {
        return $this->refusals($context, $change, $request, $effects)->above;
    }

    /**
     * The same, for a form that says at its fields why it was not taken.
     *
     * @param list<Effect> $effects
     */
    final protected function refusals(JobContext $context, ChangeSet $change, Request $request, array $effects = []): Refusals
    {
        if ($change->isEmpty() && [] === $effects) {
            return Refusals::said('Nothing to change: everything is set so already.');
        }
        try {
            $this->attempt($context, $change, $request, $effects);
        } catch (InvalidFile $e) {
            return Refusals::fromRefused($e);
        } catch (EditConflict|NotAllowed $e) {
            return Refusals::said($e->getMessage());
        }

        return Refusals::none();
    }

    /**
     * Applies a change and goes to a page; what was refused is said there.
     *
     * @param array<string, string|int|null> $parameters
     * @param list<Effect> $effects
     */
    final protected function change(
        JobContext $context,
        ChangeSet $change,
        Request $request,
        string $route,
        array $parameters = [],
        array $effects = [],
    ): RedirectResponse {
        foreach ($this->apply($context, $change, $request, $effects) as $sentence) {
            $this->addFlash('error', $sentence);
        }

        return $this->to($context, $route, $parameters);
    }

    /** Whether what a page offered to change is still what would be changed; where not, that is said. */
    final protected function isStillOffered(Request $request, ChangeSet $change): bool
    {
        $offer = $request->request->getString('offer', $change->fingerprint());
        if ($offer !== $change->fingerprint()) {
            $this->addFlash('error', EditConflict::offerChanged()->getMessage());
        }

        return $offer === $change->fingerprint();
    }

    /** @param array<string, string|int|null> $parameters */
    final protected function to(JobContext $context, string $route, array $parameters = []): RedirectResponse
    {
        $parameters = array_filter($parameters, static fn (string|int|null $v): bool => null !== $v && '' !== $v);

        return $this->redirectToRoute($route, ['slug' => $context->stored->getSlug(), ...$parameters], Response::HTTP_SEE_OTHER);
    }
}
