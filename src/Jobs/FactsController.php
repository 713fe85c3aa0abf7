<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\EditConflict;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\RecordForm;
use Vorhut\App\Web\Refusals;
use Vorhut\App\Web\View\FormField;
use Vorhut\Core\Convention\Convention;
use Vorhut\Core\Convention\Conventions;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\JobInfo;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Record\RecordType;

/** What a job is called, for whom it is, in which time zone, and what else to know. */
#[IsGranted('ROLE_LEAD')]
final class FactsController extends JobController
{
    #[Route('/job/{slug}/facts', name: 'facts', methods: ['GET'])]
    public function index(JobContext $context): Response
    {
        return $this->shown($context, $context->job->record(JobInfo::class, Edit::FACTS) ?? [], Refusals::none());
    }

    #[Route('/job/{slug}/facts', name: 'facts_save', methods: ['POST'])]
    public function save(JobContext $context, Request $request): Response
    {
        $before = $context->job->record(JobInfo::class, Edit::FACTS) ?? [];
        $after = (new RecordForm($context->job))->record(RecordType::fromClass(JobInfo::class), $request->request->all(), $before);
        $change = new ChangeSet('Changed the job details', [new Edit(JobInfo::class, Edit::FACTS, $before, $after)]);
        $refusals = self::seen($before) === $request->request->getString('seen')
            ? $this->refusals($context, $change, $request)
            : Refusals::said(EditConflict::factsChanged()->getMessage());

        return $refusals->isEmpty() ? $this->to($context, 'brief') : $this->shown($context, $after, $refusals);
    }

    /**
     * Tells whether somebody changes what they were looking at: facts have no version of their own.
     *
     * @param array<string, mixed> $facts
     */
    private static function seen(array $facts): string
    {
        return hash('xxh128', Json::line($facts));
    }

    /**
     * @param array<array-key, mixed> $chosen
     *
     * @return list<array{name: string, question: string, answers: list<array{value: string, label: string, reason: string, isIt: bool}>}>
     */
    private static function schools(array $chosen): array
    {
        $schools = [];
        foreach (RecordType::fromClass(Conventions::class)->fields as $key => $field) {
            $value = $field->shown($chosen[$key] ?? null);
            $answers = array_map(static fn (Convention $s): array => [
                'value' => (string) $s->value,
                'label' => $s->label(),
                'reason' => $s->reason(),
                'isIt' => (string) $s->value === $value,
            ], Conventions::answers($key));
            $schools[] = ['name' => 'schools['.$key.']', 'question' => $field->label, 'answers' => $answers];
        }

        return $schools;
    }

    /**
     * @param array<string, mixed> $facts
     */
    private function shown(JobContext $context, array $facts, Refusals $refusals): Response
    {
        $slug = ['slug' => $context->stored->getSlug()];
        $form = new RecordForm($context->job);
        $fields = $form->fields(RecordType::fromClass(JobInfo::class), $facts, ['timezone', 'notes', 'schools']);
        $zones = \DateTimeZone::listIdentifiers();
        $zone = \is_string($facts['timezone'] ?? null) ? $facts['timezone'] : 'UTC';
        $fields[] = new FormField('timezone', 'Time zone', $zone, 'select', options: array_combine($zones, $zones) + [$zone => $zone]);
        $notes = \is_string($facts['notes'] ?? null) ? $facts['notes'] : '';
        $fields[] = new FormField('notes', 'Who decides, access times, what must not be touched', $notes, 'area');
        $view = new FactsView(
            fields: $refusals->at($fields),
            errors: $refusals->above,
            saveUrl: $this->generateUrl('facts_save', $slug),
            leaveUrl: $this->generateUrl('brief', $slug),
            version: $context->revision,
            seen: self::seen($context->job->record(JobInfo::class, Edit::FACTS) ?? []),
            schools: self::schools(\is_array($facts['schools'] ?? null) ? $facts['schools'] : []),
        );
        $status = $refusals->isEmpty() ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY;

        return $this->page(context: $context, stop: 'brief', template: 'brief/facts.html.twig', view: $view, status: $status);
    }
}
