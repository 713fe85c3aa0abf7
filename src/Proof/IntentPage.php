<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Jobs\Another;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Web\Refusals;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\Place;

/** Shows the form of one intent. */
final readonly class IntentPage
{
    public const NEW = '+';
    private const MOST_NAMES = 600;

    public function __construct(private IntentForm $form, private Usuals $usuals, private UrlGeneratorInterface $urls)
    {
    }

    /**
     * @param string $id "+" for a new one
     * @param string $like the id of one that a new one is to be like
     * @param array<array-key, mixed>|null $typed what was typed and not taken
     */
    public function show(JobInHand $hand, string $id, string $like = '', ?array $typed = null, ?Refusals $refusals = null): IntentView
    {
        $job = $hand->job;
        $isNew = self::NEW === $id;
        $like = $isNew ? $job->record(Intent::class, $like) : null;
        $record = $typed ?? $job->record(Intent::class, $id) ?? (null === $like ? [] : Another::like($like, Lists::of(Intent::class)));
        $name = $job->intents[$id]->name ?? '';

        return new IntentView(
            $isNew ? 'What must be, or must not' : $name,
            $this->url('intent_save', $hand, ['id' => $id]),
            $hand->revision,
            ($refusals ?? Refusals::none())->at($this->form->fields($job, $record)),
            $refusals->above ?? [],
            (new PartyNames($job))->all(self::MOST_NAMES),
            new Link('Cancel', $this->url('proof', $hand, $isNew ? [] : ['intent' => $id]).'#intent'),
            $isNew ? [] : $this->actions($hand, $id),
            $isNew ? null : new Post(
                'remove this intent',
                $this->url('intent_remove', $hand, ['id' => $id]),
                ['version' => $hand->revision],
                small: true,
            ),
            $isNew && null === $typed ? $this->usuals->of($hand) : [],
        );
    }

    /** @return list<Link|Post> */
    private function actions(JobInHand $hand, string $id): array
    {
        $actions = [new Link('Another one like it', $this->url('intent', $hand, ['id' => self::NEW, 'like' => $id]), 'l')];
        foreach (['up' => [-1, 'u'], 'down' => [1, 'j']] as $to => [$step, $key]) {
            if (null !== Place::step(array_keys($hand->job->intents), $id, $step)) {
                $values = ['version' => $hand->revision, 'to' => $to];
                $actions[] = new Post('Move '.$to, $this->url('intent_move', $hand, ['id' => $id]), $values, $key);
            }
        }

        return $actions;
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobInHand $hand, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $hand->stored->getSlug(), ...$more]);
    }
}
