<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\Change;
use Vorhut\App\Entity\ChangeKind;
use Vorhut\App\Plan\History;
use Vorhut\App\Plan\HistoryQuery;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\Journal;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;

/** Shows the journal as far as somebody looks for it. */
final readonly class HistoryPage
{
    private const PAGE = 50;

    public function __construct(
        private History $history,
        private Journal $journal,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(JobContext $context, HistoryQuery $query): HistoryView
    {
        $count = $this->history->count($context, $query);
        $zone = $context->stored->getTimezone();
        $days = [];
        foreach ($this->history->entries($context, $query, ($query->page - 1) * self::PAGE, self::PAGE) as $change) {
            $day = LocalTime::day($change->getAt(), $zone);
            $days[$day][] = $this->entry($context, $change, LocalTime::clock($change->getAt(), $zone), $query);
        }

        return new HistoryView(
            summary: Words::count($count, 'entry', 'entries').($query->isAll() ? '' : ' found'),
            action: $this->url('history', $context),
            fields: [
                new FormField('who', 'Who', $query->who, 'select', options: ['' => 'anybody'] + $this->history->people($context)),
                new FormField('unit', 'Device', $query->unit, placeholder: 'its name'),
                new FormField('day', 'Day', $query->day?->format('Y-m-d') ?? '', placeholder: '2026-11-25', technical: true),
                new FormField('q', 'Search text', $query->text, placeholder: 'such as gateway'),
            ],
            allUrl: $query->isAll() ? null : $this->url('history', $context),
            days: $days,
            pages: $this->pages($context, $query, (int) ceil($count / self::PAGE)),
        );
    }

    /**
     * @return array{
     *     time: string,
     *     who: string,
     *     title: string,
     *     url: string,
     *     records: string,
     *     undone: string,
     *     undo: Post|null,
     * }
     */
    private function entry(JobContext $context, Change $change, string $time, HistoryQuery $query): array
    {
        $undone = $change->getUndoneBy();
        $may = $this->journal->mayUndo($change, $this->security->getUser());
        $of = ['id' => $change->getId()];
        $back = ['back' => $this->url('history', $context, $query->parameters($query->page))];

        return [
            'time' => $time,
            'who' => $change->getUser()?->getDisplayName() ?? 'somebody',
            'title' => $change->getTitle(),
            'url' => $this->url('journal_entry', $context, $of),
            'records' => 0 === $change->getRecords() ? '' : Words::count($change->getRecords(), 'record'),
            'undone' => match (true) {
                null !== $undone => \sprintf('undone by %s', $undone->getUser()?->getDisplayName() ?? 'somebody'),
                ChangeKind::Undo === $change->getKind() => 'undo',
                ChangeKind::Redo === $change->getKind() => 'redone',
                default => '',
            },
            'undo' => $may ? new Post(
                'undo',
                $this->url('undo', $context, $of),
                $back,
                spoken: ' '.$change->getTitle(),
                small: true,
            ) : null,
        ];
    }

    /** @return list<Link> */
    private function pages(JobContext $context, HistoryQuery $query, int $count): array
    {
        $pages = [];
        if ($query->page > 1) {
            $pages[] = new Link('Newer', $this->url('history', $context, $query->parameters($query->page - 1)), 'l');
        }
        if ($query->page < $count) {
            $pages[] = new Link('Older', $this->url('history', $context, $query->parameters($query->page + 1)), 'e');
        }

        return $pages;
    }

    /** @param array<string, string|int> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
