<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\TestRun;
use Vorhut\App\Lab\LabViews;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\NewRecord;
use Vorhut\App\Runs\RunViews;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Proof\CallStep;
use Vorhut\Core\Proof\CallStepState;

/** Shows the proof of telephony in the order in which it is made, a key for each step. */
final readonly class CallsPage
{
    private const MAX_INTENTS = 3;

    public function __construct(
        private CallStates $states,
        private CallSights $sights,
        private RunViews $runs,
        private LabViews $labs,
        private EntityManagerInterface $em,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(JobContext $context): CallsView
    {
        $states = $this->states->all($context->stored);
        $seen = $this->sights->sights($context->stored, $context->job, $states);
        $planned = array_filter($states, static fn (CallStepState $s): bool => $s->pairs() > 0);
        $tried = array_filter($planned, static fn (CallStepState $s): bool => '' !== $s->step->key());
        $isProven = static fn (CallStepState $s): bool => 'proven' === self::stateOf($s, $seen[$s->step->value] ?? null);
        $proven = array_filter($tried, $isProven);
        $next = array_values(array_diff_key($tried, $proven))[0] ?? null;
        $run = $this->em->getRepository(TestRun::class)->findOneBy(['job' => $context->stored], ['id' => 'DESC']);

        return new CallsView(
            summary: \sprintf('%d of %s tested and holding', \count($proven), Words::count(\count($tried), 'step')),
            actions: [
                new Link('All intents', $this->url('proof', $context), 'o'),
                new Link('Extensions and routes', $this->url('voice', $context), 'v'),
            ],
            next: $this->next($context, $next, isset($seen[$next?->step->value])),
            lab: [] === $planned ? null : $this->labs->view($context),
            run: null === $run ? null : $this->runs->view($run),
            rows: array_map(
                fn (CallStepState $s): CallRow => $this->row($context, $s, $seen[$s->step->value] ?? null, $s === $next),
                $states,
            ),
            keys: self::keys($planned),
        );
    }

    /** @param array{holding: int, all: int, at: \DateTimeImmutable}|null $seen */
    private function row(JobContext $context, CallStepState $state, ?array $seen, bool $isNext): CallRow
    {
        $counts = [];
        foreach ($state->counts as $span => $count) {
            $counts[] = ['span' => VerdictView::fromVerdict(PairVerdict::from($span)), 'count' => $count];
        }
        $zone = $context->stored->getTimezone();

        return new CallRow(
            title: $state->step->title(),
            shows: $state->step->shows(),
            state: self::stateOf($state, $seen),
            counts: $counts,
            observed: match (true) {
                null !== $seen => \sprintf(
                    'live: %d of %d hold, %s',
                    $seen['holding'],
                    $state->pairs(),
                    LocalTime::clock($seen['at'], $zone),
                ),
                '' === $state->step->key() => '',
                default => 'not tested',
            },
            intents: $this->intents($context, $state),
            lacks: 0 === $state->pairs() ? 'No intent covers it.' : '',
            action: $this->action($context, $state, $isNext && null === $seen),
            isNext: $isNext,
        );
    }

    /** @return list<Link> */
    private function intents(JobContext $context, CallStepState $state): array
    {
        $links = [];
        foreach (\array_slice(array_keys($state->intents), 0, self::MAX_INTENTS) as $id) {
            $links[] = new Link($context->job->intents[$id]->name, $this->url('proof', $context, ['intent' => (string) $id]).'#intent');
        }

        return $links;
    }

    private function action(JobContext $context, CallStepState $state, bool $isNext): Link|Post|null
    {
        if (!$this->security->isGranted('ROLE_TECHNICIAN')) {
            return null;
        }
        if (0 === $state->pairs()) {
            return new Link('Add intent', $this->url('intent', $context, ['id' => NewRecord::ID]), spoken: ' for '.$state->step->title());
        }
        $values = ['step' => $state->step->value];

        return '' === $state->step->key()
            ? null
            : new Post(
                text: 'Test',
                url: $this->url('test_start', $context),
                values: $values,
                key: $state->step->key(),
                spoken: ' '.$state->step->title(),
                main: $isNext,
            );
    }

    /** @param array{holding: int, all: int, at: \DateTimeImmutable}|null $seen */
    private static function stateOf(CallStepState $state, ?array $seen): string
    {
        $fails = array_filter(array_keys($state->counts), static fn (string $s): bool => PairVerdict::from($s)->fails());

        return match (true) {
            0 === $state->pairs() => 'absent',
            null !== $seen && $seen['holding'] === $state->pairs() => 'proven',
            [] !== $fails || (null !== $seen && $seen['holding'] < $seen['all']) => 'broken',
            default => 'open',
        };
    }

    /** The first step that does not hold: tried, or mended where it was and failed. */
    private function next(JobContext $context, ?CallStepState $state, bool $isTried): ?Next
    {
        if (null === $state) {
            return null;
        }
        $title = $state->step->title();
        if ($isTried) {
            $why = new Link(
                'Show cause',
                $this->url('proof', $context, ['intent' => $this->worst($context, $state)]).'#intent',
                'w',
                main: true,
            );

            return new Next(\sprintf('Not holding: %s', $title), 'It was tested and does not hold for all pairs.', $why);
        }
        $detail = \sprintf('%s. %s', Words::count($state->pairs(), 'pair'), $state->step->shows());

        return new Next(\sprintf('Next: %s (key %s).', $title, strtoupper($state->step->key())), $detail, null);
    }

    /** The intent of a step that fails in the plan, else its first. */
    private function worst(JobContext $context, CallStepState $state): string
    {
        $known = $this->states->digest($context->stored)->intents;
        foreach (array_keys($state->intents) as $id) {
            if ($known[$id]['span']->fails()) {
                return (string) $id;
            }
        }

        return (string) array_key_first($state->intents);
    }

    /**
     * @param array<array-key, CallStepState> $planned
     *
     * @return array<string, string>
     */
    private static function keys(array $planned): array
    {
        $keys = [];
        foreach ($planned as $state) {
            $keys[$state->step->key()] = 'Test: '.$state->step->title();
        }
        unset($keys[CallStep::Help->key()]);

        return $keys + ['w' => 'Show why it fails', 'b' => 'Start or stop the lab', 'o' => 'All intents', 'v' => 'Extensions and routes'];
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
