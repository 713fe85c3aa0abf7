<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\DocumentsRun;
use Vorhut\App\Entity\LeftOpen;
use Vorhut\App\Entity\SignedState;
use Vorhut\App\Entity\Visit;
use Vorhut\App\Entity\VisitRun;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Runs\RunViews;
use Vorhut\App\SignOff\HandOvers;
use Vorhut\App\Visits\Visits;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\Words;
use Vorhut\Core\HandOver\OpenItem;
use Vorhut\Core\HandOver\OpenKind;
use Vorhut\Core\Visit\UnitMarks;

/** Shows what is open before a job is signed for, and what was signed. */
final readonly class HandOverPage
{
    private const MAX = 200;
    private const DIGITS = 12;

    public function __construct(
        private HandOvers $handOvers,
        private Documents $documents,
        private Visits $visits,
        private RunViews $runs,
        private EntityManagerInterface $em,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(JobContext $context): HandOverView
    {
        $open = $this->handOvers->open($context);
        $accepted = $this->handOvers->accepted($context->stored);
        $left = \count(array_filter($open, static fn (OpenItem $i): bool => !$i->isAccepted()));
        $groups = [];
        foreach (OpenKind::cases() as $kind) {
            $items = array_values(array_filter($open, static fn (OpenItem $i): bool => $i->kind === $kind));
            if ([] !== $items) {
                $groups[] = $this->group($context, $kind, $items, $accepted);
            }
        }
        $signed = $this->handOvers->signed($context->stored);
        $run = $this->em->getRepository(DocumentsRun::class)->findOneBy(['job' => $context->stored], ['id' => 'DESC']);
        $visit = $this->em->getRepository(VisitRun::class)->findOneBy(['job' => $context->stored], ['id' => 'DESC']);

        return new HandOverView(
            summary: \sprintf('%s, %d of them accepted', Words::count(\count($open), 'open item'), \count($open) - $left),
            actions: [
                new Link(text: 'Export documents', url: '#documents', key: 'o'),
                new Link(text: 'Start visit', url: '#visit', key: 'v'),
                new Link('Proof', $this->url('proof', $context), 'p'),
                new Link('Dates', $this->url('dates', $context), 'd'),
            ],
            next: $this->next($context, $left, $signed),
            groups: $groups,
            left: $left,
            timeline: $this->timeline($context, $signed),
            maySign: $this->security->isGranted('ROLE_LEAD'),
            documents: $this->security->isGranted('ROLE_TECHNICIAN') ? $this->documents->titles() : [],
            documentsUrl: $this->url('documents', $context),
            run: null === $run ? null : $this->runs->view($run),
            visitFields: $this->security->isGranted('ROLE_TECHNICIAN') ? self::visitFields($context) : [],
            visitUrl: $this->url('visit_begin', $context),
            visit: null === $visit ? null : $this->runs->view($visit),
            labels: Labels::fields($context->job),
            labelsUrl: $this->url('labels', $context),
            acceptUrl: $this->url('hand_over_accept', $context),
            signUrl: $this->url('hand_over_sign', $context),
        );
    }

    /** @param list<SignedState> $signed */
    private function next(JobContext $context, int $left, array $signed): ?Next
    {
        if ([] === $context->job->devices) {
            return null;
        }
        if ([] !== $signed) {
            $state = new Link(
                'Changes since then',
                $this->url('signed_state', $context, ['id' => $signed[0]->getId()]),
                'c',
                main: true,
            );

            $when = LocalTime::full($signed[0]->getAt(), $context->stored->getTimezone());

            return new Next('Signed '.$when, 'Show what has changed since.', $state);
        }

        return 0 === $left
            ? new Next('Ready to be signed', 'No open items that are not accepted.')
            : new Next(Words::count($left, 'open item').' not accepted', 'Fix them, or accept those of a group together with one reason.');
    }

    /**
     * @param list<OpenItem> $items
     * @param array<string, LeftOpen> $accepted
     */
    private function group(JobContext $context, OpenKind $kind, array $items, array $accepted): OpenGroup
    {
        $rows = [];
        foreach (\array_slice($items, 0, self::MAX) as $item) {
            $by = $accepted[$item->id] ?? null;
            $rows[] = [
                'id' => $item->id,
                'title' => $item->title,
                'detail' => $item->detail,
                'url' => $this->whereItIs($context, $item),
                'reason' => $item->reason,
                'who' => HandOvers::who($context->stored, $by),
            ];
        }
        $more = \count($items) - \count($rows);

        $done = \count(array_filter($items, static fn (OpenItem $i): bool => $i->isAccepted()));

        return new OpenGroup(
            kind: $kind->value,
            title: $kind->label(),
            accepted: $done,
            left: \count($items) - $done,
            items: $rows,
            more: $more > 0 ? \sprintf('and %d more', $more) : '',
        );
    }

    private function whereItIs(JobContext $context, OpenItem $item): string
    {
        return match (true) {
            '' !== $item->intent => $this->url('proof', $context, ['intent' => $item->intent]),
            OpenKind::Dates === $item->kind => $this->url('dates', $context),
            '' !== $item->device => $this->url('devices', $context, ['sel' => $item->device]),
            default => $this->url('brief', $context),
        };
    }

    /**
     * Signatures and visits, the latest first.
     *
     * @param list<SignedState> $signed
     *
     * @return list<array{link: Link, about: string, kind: string}>
     */
    private function timeline(JobContext $context, array $signed): array
    {
        $entries = [];
        foreach ($signed as $state) {
            $entries[] = [$state->getAt(), $this->signed($context, $state) + ['kind' => 'signed']];
        }
        foreach ($this->visits->latest($context->stored) as $visit) {
            $entries[] = [$visit->getAt(), $this->visit($context, $visit) + ['kind' => 'visit']];
        }
        usort($entries, static fn (array $a, array $b): int => $b[0] <=> $a[0]);

        return array_column($entries, 1);
    }

    /** @return array{link: Link, about: string} */
    private function visit(JobContext $context, Visit $visit): array
    {
        $units = $visit->getUnits();
        $title = 'Visit '.LocalTime::full($visit->getAt(), $context->stored->getTimezone());

        return [
            'link' => new Link($title, $this->url('visit', $context, ['id' => $visit->getId()])),
            'about' => \sprintf(
                '%s, %s · %d of %d devices replied%s',
                $visit->getUser()?->getDisplayName() ?? 'somebody',
                $visit->isOnSite() ? 'on site' : 'in the lab',
                \count(array_filter($units, static fn (UnitMarks $m): bool => $m->answers)),
                \count($units),
                '' === $visit->getNote() ? '' : ' · '.$visit->getNote(),
            ),
        ];
    }

    /** @return list<FormField> */
    private static function visitFields(JobContext $context): array
    {
        $ranges = implode(', ', array_map(strval(...), $context->stored->getFieldRanges()));
        $fields = [new FormField('note', 'Reason for the visit', more: ['maxlength' => 300])];

        return '' === $ranges
            ? $fields
            : [...$fields, new FormField('onSite', 'I am on site and have permission to test devices in '.$ranges, control: 'check')];
    }

    /** @return array{link: Link, about: string} */
    private function signed(JobContext $context, SignedState $state): array
    {
        $title = LocalTime::full($state->getAt(), $context->stored->getTimezone()).', accepted by '.$state->getTakenBy();

        return [
            'link' => new Link($title, $this->url('signed_state', $context, ['id' => $state->getId()])),
            'about' => \sprintf(
                'signed by %s · %s open · %d of %d pairs tested to hold on site, %d in the lab · file %s…',
                $state->getUser()?->getDisplayName() ?? 'somebody',
                \count($state->getOpen()),
                $state->getProven(),
                $state->getPairs(),
                $state->getProvenInLab(),
                substr($state->getHash(), 0, self::DIGITS),
            ),
        ];
    }

    /** @param array<string, string|int> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
