<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\NewRecord;
use Vorhut\App\Plan\RecordCopy;
use Vorhut\App\Web\Refusals;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\PartyNames;
use Vorhut\Core\Job\RecordOrder;

/** Shows the form of one intent. */
final readonly class IntentPage
{
    private const MAX_NAMES = 600;

    public function __construct(private IntentForm $form, private Usuals $usuals, private UrlGeneratorInterface $urls) {}

    /**
     * @param string $id "+" for a new one
     * @param string $like the id of one that a new one is to be like
     * @param array<array-key, mixed>|null $typed what was typed and not taken
     */
    public function show(JobContext $context, string $id, string $like = '', ?array $typed = null, ?Refusals $refusals = null): IntentView
    {
        $job = $context->job;
        $isNew = NewRecord::ID === $id;
        $like = $isNew ? $job->record(Intent::class, $like) : null;
        $record = $typed ?? $job->record(Intent::class, $id) ?? (null === $like ? [] : RecordCopy::like(
            $like,
            Lists::forType(Intent::class),
        ));
        $name = $job->intents[$id]->name ?? '';

        return new IntentView(
            title: $isNew ? 'Intent (must, must not)' : $name,
            url: $this->url('intent_save', $context, ['id' => $id]),
            version: $context->revision,
            fields: ($refusals ?? Refusals::none())->at($this->form->fields($job, $record)),
            errors: $refusals->above ?? [],
            parties: (new PartyNames($job))->all(self::MAX_NAMES),
            cancel: new Link('Cancel', $this->url('proof', $context, $isNew ? [] : ['intent' => $id]).'#intent'),
            actions: $isNew ? [] : $this->actions($context, $id),
            remove: $isNew ? null : new Post(
                'Delete intent',
                $this->url('intent_remove', $context, ['id' => $id]),
                ['version' => $context->revision],
                small: true,
            ),
            usuals: $isNew && null === $typed ? $this->usuals->suggestions($context) : [],
        );
    }

    /** @return list<Link|Post> */
    private function actions(JobContext $context, string $id): array
    {
        $actions = [new Link('Duplicate', $this->url('intent', $context, ['id' => NewRecord::ID, 'like' => $id]), 'l')];
        foreach (['up' => [-1, 'u'], 'down' => [1, 'j']] as $to => [$step, $key]) {
            if (null !== RecordOrder::step(array_keys($context->job->intents), $id, $step)) {
                $values = ['version' => $context->revision, 'to' => $to];
                $actions[] = new Post('Move '.$to, $this->url('intent_move', $context, ['id' => $id]), $values, $key);
            }
        }

        return $actions;
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
