<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\ImportRun;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\JobFigures;
use Vorhut\App\Runs\RunView;
use Vorhut\App\Runs\RunViews;
use Vorhut\App\Tour\TourGuide;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Pages;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Dates\DateAhead;

/** Shows the jobs, and imports that are on their way or have just ended. */
final readonly class JobsPage
{
    private const ON_A_PAGE = 50;
    /** Jobs that one sees at a glance. */
    private const FEW = 5;
    /** Days. */
    private const SOON = 7;
    private const RUNS = 3;
    private const RUN_SHOWN_FOR = '-10 minutes';

    public function __construct(
        private JobsList $list,
        private TourGuide $tour,
        private EntityManagerInterface $em,
        private RunViews $runs,
        private ClockInterface $clock,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(JobsQuery $query, User $user): JobsView
    {
        $due = $this->list->read($query, $user);
        $pages = Pages::page(
            all: \count($due),
            size: self::ON_A_PAGE,
            page: $query->page,
            what: 'jobs',
            url: fn (int $page): string => $this->urls->generate('jobs', $query->toPage($page)),
        );
        $shown = $pages->slice(array_keys($due));
        $stored = array_column(
            array_map(
                static fn (StoredJob $job): array => [$job->getId(), $job],
                $this->em->getRepository(StoredJob::class)->findBy(['id' => $shown]),
            ),
            1,
            0,
        );
        $lead = Role::Lead === $user->getRole();
        $jobs = array_map(
            fn (int $id): ?array => isset($stored[$id]) ? $this->job($stored[$id], $due[$id] ?? null, $lead) : null,
            $shown,
        );
        $archived = $this->list->count(true, $user);

        return new JobsView(
            title: $query->isArchive ? 'Archived jobs' : 'Jobs',
            summary: '' === $query->text ? (string) \count($due) : \sprintf('%d that have “%s”', \count($due), $query->text),
            jobs: array_values(array_filter($jobs, static fn (?array $job): bool => null !== $job)),
            runs: $this->runs($user),
            actions: $this->actions($query, $archived, $lead),
            query: $query,
            pages: $pages,
            isTourOffered: $this->tour->isOffered($user),
            hasFilter: $query->isArchive || '' !== $query->text || $this->list->count(false, $user) > self::FEW,
        );
    }

    /** @return list<Link> */
    private function actions(JobsQuery $query, int $archived, bool $isLead): array
    {
        $actions = [];
        if ($query->isArchive) {
            $actions[] = new Link('Current jobs', $this->urls->generate('jobs'), 'a');
        } elseif ($archived > 0) {
            $actions[] = new Link(\sprintf('Archive (%d)', $archived), $this->urls->generate('jobs', ['show' => 'archive']), 'a');
        }

        return [...$actions, ...($isLead ? [new Link('People', $this->urls->generate('people'), 'p')] : [])];
    }

    /** @return list<RunView> imports that are on their way or have just ended */
    private function runs(User $user): array
    {
        $since = $this->clock->now()->modify(self::RUN_SHOWN_FOR);
        $runs = [];
        foreach ($this->em->getRepository(ImportRun::class)->findBy(['user' => $user], ['id' => 'DESC'], self::RUNS) as $run) {
            if (!$run->isDeviceList() && (!$run->isOver() || $run->getCreatedAt() > $since)) {
                $runs[] = $this->runs->view($run);
            }
        }

        return $runs;
    }

    /**
     * @return array{
     *     name: string,
     *     client: string,
     *     url: string,
     *     devices: string,
     *     segments: string,
     *     setUp: string,
     *     addresses: string,
     *     state: string,
     *     tone: string,
     *     findings: string,
     *     due: string,
     *     dueOn: string,
     *     isDueSoon: bool,
     *     archive: Post|null,
     * }
     */
    private function job(StoredJob $stored, ?DateAhead $due, bool $isLead): array
    {
        $figures = JobFigures::kept($stored->getFigures());
        [$state, $tone] = $figures?->state() ?? ['not evaluated yet', 'unknown'];
        $isOld = null !== $figures && $figures->revision < $stored->getRevision();

        return [
            'name' => $stored->getName(),
            'client' => $stored->getClient(),
            'url' => $this->urls->generate(($figures->failing ?? 0) > 0 ? 'proof' : 'brief', ['slug' => $stored->getSlug()]),
            'devices' => null === $figures ? '' : Words::count($figures->devices, 'device'),
            'segments' => null === $figures ? '' : Words::count($figures->segments, 'segment'),
            'setUp' => null === $figures ? '' : \sprintf('%d configured', $figures->setUp),
            'addresses' => match (true) {
                null === $figures => '',
                $figures->withoutAddress > 0 => \sprintf('%d without address', $figures->withoutAddress),
                default => 'all addressed',
            },
            'state' => $state,
            'tone' => $tone,
            'findings' => null === $figures ? '' : Words::count($figures->findings, 'finding').($isOld ? ', changed since' : ''),
            'due' => $due->title ?? '',
            'dueOn' => null === $due ? '' : \sprintf('%s, %s', $this->day($due->on), $due->when()),
            'isDueSoon' => null !== $due && $due->days <= self::SOON,
            'archive' => !$isLead || !$stored->isArchived() ? null : new Post(
                'Restore',
                $this->urls->generate('job_archive', ['slug' => $stored->getSlug()]),
                ['archived' => ''],
                small: true,
            ),
        ];
    }

    private function day(string $on): string
    {
        return (new \DateTimeImmutable($on))->format('j M Y');
    }
}
