<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\Change;
use Vorhut\App\Entity\ChangeKind;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\Journal;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;
use Vorhut\Core\Exchange\Upcasters;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Record\Differences;
use Vorhut\Core\Record\PathWords;
use Vorhut\Core\Record\RecordType;

/** Shows what one entry of the journal did, field by field. */
final readonly class JournalEntryPage
{
    private const MAX_ROWS = 2000;

    public function __construct(
        private Journal $journal,
        private Upcasters $upcasters,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(JobContext $context, Change $entry): JournalEntryView
    {
        $slug = ['slug' => $context->stored->getSlug()];
        $may = $this->journal->mayUndo($entry, $this->security->getUser());
        $rows = [];
        foreach ($entry->toChangeSet($this->upcasters)->edits as $edit) {
            $rows = \count($rows) < self::MAX_ROWS ? [...$rows, ...self::rows($context, $edit)] : $rows;
        }

        return new JournalEntryView(
            title: $entry->getTitle(),
            summary: $this->summary($context, $entry),
            rows: $rows,
            undo: $may ? new Post('Undo', $this->urls->generate('undo', $slug + ['id' => $entry->getId()]), [], 'u') : null,
            back: new Link('Back to the brief', $this->urls->generate('brief', $slug)),
        );
    }

    private function summary(JobContext $context, Change $entry): string
    {
        $what = match ($entry->getKind()) {
            ChangeKind::Do => null === $entry->getUndoneBy() ? '' : ' · undone since',
            ChangeKind::Undo => ' · undid an earlier entry',
            ChangeKind::Redo => ' · redid an earlier entry',
        };
        $who = $entry->getUser()?->getDisplayName() ?? 'somebody';

        return $who.' · '.LocalTime::full($entry->getAt(), $context->stored->getTimezone()).$what;
    }

    /** @return list<array{record: string, field: string, before: string, after: string}> */
    private static function rows(JobContext $context, Edit $edit): array
    {
        $one = $edit->isOfFacts() ? 'job' : Lists::forType($edit->type)->one;
        $name = $edit->after['name'] ?? $edit->before['name'] ?? $edit->id;
        $record = \sprintf('%s %s', ucfirst($one), \is_string($name) ? $name : $edit->id);
        $type = RecordType::fromClass($edit->type);
        $rows = [];
        $called = static function (string $list, string $id) use ($context): ?string {
            $name = $context->job->records[$list][$id]['name'] ?? null;

            return \is_string($name) ? $name : null;
        };
        if ($edit->isMove()) {
            $stands = static fn (?string $behind): string => '' === (string) $behind ? 'first' : 'after '.$behind;
            $rows[] = [
                'record' => $record,
                'field' => 'position in the list',
                'before' => $stands($edit->was),
                'after' => $stands($edit->behind),
            ];
        }
        foreach (Differences::between($edit->before ?? [], $edit->after ?? []) as [$field, $before, $after]) {
            $rows[] = [
                'record' => [] === $rows ? $record : '',
                'field' => PathWords::words($type, $field),
                'before' => PathWords::value($type, $field, $before, $called),
                'after' => PathWords::value($type, $field, $after, $called),
            ];
        }

        return $rows;
    }
}
