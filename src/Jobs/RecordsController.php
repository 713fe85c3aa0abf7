<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Kinds\Previews;
use Vorhut\App\Plan\ChangeRights;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\NewRecord;
use Vorhut\App\Plan\RecordCopy;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\Web\RecordForm;
use Vorhut\App\Web\Refusals;
use Vorhut\Core\Exchange\References;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\NewId;
use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Job\RecordNames;
use Vorhut\Core\Job\RecordOrder;
use Vorhut\Core\Job\UnknownReferences;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Provision\Acting;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\RecordType;

/** Any list of the plan, with a form made of its declaration. */
final class RecordsController extends JobController
{
    public function __construct(private readonly RecordsPage $records) {}

    #[Route('/job/{slug}/records/{list}', name: 'records', methods: ['GET'])]
    public function index(JobContext $context, string $list): Response
    {
        return $this->page($context, 'brief', 'records/index.html.twig', $this->records->show($context, $this->list($list), null));
    }

    #[Route('/job/{slug}/records/{list}/{id}', name: 'record', methods: ['GET'])]
    public function record(JobContext $context, string $list, string $id, Request $request): Response
    {
        $of = $this->list($list);
        $wanted = $request->query->getString('like');
        $like = $context->job->record($of->type, $wanted) ?? (DeviceProfile::class === $of->type ? ShippedProfiles::record($wanted) : null);
        if (NewRecord::ID === $id && null !== $like) {
            return $this->page(
                $context,
                'brief',
                'records/index.html.twig',
                $this->records->show($context, $of, $id, RecordCopy::like($like, $of)),
            );
        }
        if (NewRecord::ID === $id) {
            $begun = array_intersect_key(array_filter($request->query->all(), \is_string(...)), $of->type()->fields);

            return $this->page($context, 'brief', 'records/index.html.twig', $this->records->show($context, $of, $id, $begun));
        }
        if (!isset($context->job->records[$list][$id])) {
            throw $this->createNotFoundException(\sprintf('There is no %s "%s" in this job.', $of->one, $id));
        }

        return $this->page($context, 'brief', 'records/index.html.twig', $this->records->show($context, $of, $id));
    }

    #[Route('/job/{slug}/records/{list}/{id}', name: 'record_save', methods: ['POST'])]
    public function save(JobContext $context, string $list, string $id, Request $request): Response
    {
        $of = $this->list($list, true);
        $edit = $this->typed($context, $of, $id, $request);
        $name = \is_string($edit->after['name'] ?? null) ? $edit->after['name'] : $edit->id;
        $title = \sprintf('%s %s %s', null === $edit->before ? 'Added' : 'Changed', $of->one, $name);
        $refusals = self::refused($context, $of, $edit) ?? $this->refusals($context, new ChangeSet($title, [$edit]), $request);
        if ($refusals->isEmpty()) {
            return $this->to($context, 'record', ['list' => $list, 'id' => $edit->id]);
        }
        $view = $this->records->show(context: $context, list: $of, open: $id, typed: $edit->after, refusals: $refusals);

        return $this->page(
            context: $context,
            stop: 'brief',
            template: 'records/index.html.twig',
            view: $view,
            status: Response::HTTP_UNPROCESSABLE_ENTITY,
        );
    }

    /** What would be said of what is typed, while it is being typed. */
    #[Route('/job/{slug}/records/{list}/{id}/check', name: 'record_check', methods: ['POST'])]
    public function check(JobContext $context, string $list, string $id, Request $request): Response
    {
        $of = $this->list($list, true);
        $edit = $this->typed($context, $of, $id, $request);
        $refusals = self::refused($context, $of, $edit) ?? self::broken($context, $edit);

        $isKind = $refusals->isEmpty() && DeviceProfile::class === $of->type;

        return $this->render('records/_check.html.twig', [
            'errors' => $refusals->above,
            'acts' => $isKind ? Acting::inKind($edit->after ?? []) : [],
            'stages' => $isKind ? self::preview($edit) : [],
        ]);
    }

    #[Route('/job/{slug}/records/{list}/{id}/move', name: 'record_move', methods: ['POST'])]
    public function move(JobContext $context, string $list, string $id, Request $request): Response
    {
        $of = $this->list($list, true);
        $behind = RecordOrder::step(
            array_keys($context->job->records[$list] ?? []),
            $id,
            'up' === $request->request->getString('to') ? -1 : 1,
        );
        if (null === $context->job->record($of->type, $id) || null === $behind) {
            return $this->to($context, 'record', ['list' => $list, 'id' => $id]);
        }
        $change = new ChangeSet(\sprintf('Moved %s %s', $of->one, $id), [$context->job->move($of->type, $id, $behind)]);

        return $this->change(
            context: $context,
            change: $change,
            request: $request,
            route: 'record',
            parameters: ['list' => $list, 'id' => $id],
        );
    }

    #[Route('/job/{slug}/records/{list}/{id}/remove', name: 'record_remove', methods: ['POST'])]
    public function remove(JobContext $context, string $list, string $id, Request $request): Response
    {
        $of = $this->list($list, true);
        $record = $context->job->record($of->type, $id) ?? throw $this->createNotFoundException();
        $change = new ChangeSet(\sprintf('Removed %s %s', $of->one, $id), [new Edit($of->type, $id, $record, null)]);

        return $this->change(context: $context, change: $change, request: $request, route: 'records', parameters: ['list' => $list]);
    }

    /** @return list<array{stage: string, steps: list<array{title: string, notes: string}>}> how the kind would lead through a unit */
    private static function preview(Edit $edit): array
    {
        return Previews::preview(RecordType::fromClass(DeviceProfile::class)->read($edit->after));
    }

    /** What is beyond the limit PHP drops without a word, and a record would be saved without it. */
    private static function requireAll(): void
    {
        $count = 0;
        $all = $_POST;
        array_walk_recursive($all, static function () use (&$count): void {
            ++$count;
        });
        if ($count >= (int) \ini_get('max_input_vars')) {
            throw new BadRequestHttpException('The form has more fields than the server takes. Raise max_input_vars of PHP.');
        }
    }

    /** The edit that a form would make. */
    private function typed(JobContext $context, RecordList $of, string $id, Request $request): Edit
    {
        self::requireAll();
        $before = NewRecord::ID === $id ? null : $context->job->record($of->type, $id);
        $after = (new RecordForm($context->job))->record($of->type(), $request->request->all(), $before ?? []);
        if (null === $before && 'id' === $of->key) {
            $name = \is_string($after['name'] ?? null) ? $after['name'] : '';
            $after = ['id' => NewId::make($context->job, $of->name, $name, str_replace(' ', '-', $of->one)), ...$after];
        }
        $key = $after[$of->key] ?? null;

        return new Edit($of->type, null === $before ? (\is_string($key) ? $key : '') : $id, $before, $after);
    }

    /** Why a new record cannot be called so; null where it can. */
    private static function taken(JobContext $context, RecordList $of, Edit $edit): ?Refusals
    {
        $isTaken = null === $edit->before && isset($context->job->records[$of->name][$edit->id]);

        return $isTaken ? Refusals::said(\sprintf('There is a %s "%s" already. Choose another.', $of->one, $edit->id)) : null;
    }

    /** What the plan would refuse. */
    private static function broken(JobContext $context, Edit $edit): Refusals
    {
        try {
            $errors = References::broken($context->job, $context->job->with(new ChangeSet('', [$edit])));
        } catch (InvalidFile $e) {
            return Refusals::fromRefused($e);
        }

        return [] === $errors ? Refusals::none() : Refusals::fromRefused(new InvalidFile($errors));
    }

    /** What the form itself refuses, in its own words: an id that is taken, names that nothing has; null where there is none. */
    private static function refused(JobContext $context, RecordList $of, Edit $edit): ?Refusals
    {
        $unknown = (new UnknownReferences(new RecordNames($context->job)))->errors($of->type(), $edit->after ?? []);
        $path = \sprintf('%s[%s]', $of->path(), $edit->id);
        $errors = array_map(static fn (FileError $e): FileError => $e->under($path), $unknown);

        return self::taken($context, $of, $edit) ?? ([] === $errors ? null : Refusals::fromRefused(new InvalidFile($errors)));
    }

    /** @param bool $toChange whether it is to be changed, which not everybody may */
    private function list(string $name, bool $toChange = false): RecordList
    {
        $list = Lists::all()[$name] ?? throw $this->createNotFoundException(\sprintf('There is no list "%s".', $name));
        if ($toChange) {
            $this->denyAccessUnlessGranted(ChangeRights::roleFor($list->name)->value);
        }

        return $list;
    }
}
