<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Paper;

use Vorhut\App\Bench\BenchRecords;
use Vorhut\App\Bench\ValueStates;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Racks\RacksPage;
use Vorhut\App\SignOff\HandOvers;
use Vorhut\App\Web\Words;
use Vorhut\Core\HandOver\Cautions;
use Vorhut\Core\HandOver\OpenItem;
use Vorhut\Core\HandOver\OpenKind;
use Vorhut\Core\HandOver\UnitSheet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Paper\PrintableLists;
use Vorhut\Core\Setting\Settings;

/** Gathers what is printed of a job. */
final readonly class Book
{
    /** Rows of each table on paper: a page holds about forty of them. */
    private const MAX_ROWS = 100;
    /** Units whose sheets are bound in; of more, they are files of their own. */
    public const MAX_BOUND = 100;

    public function __construct(
        private HandOvers $handOvers,
        private ProofParts $proof,
        private ValueStates $states,
        private BenchRecords $records,
        private RacksPage $racks,
    ) {}

    public function view(JobContext $context): BookView
    {
        $open = $this->handOvers->open($context);
        $lists = $this->lists($context);
        $units = \count($context->job->devices) > self::MAX_BOUND ? [] : $this->sheets($context, array_values($context->job->devices));
        $racks = $this->racks->racks($context);
        $proof = $this->proof->parts($context);
        $left = \count($context->job->intents) - \count($proof);

        return new BookView(
            job: $context->job->info->name,
            client: $context->job->info->client,
            summary: $this->summary($context, $open),
            signed: $this->signed($context),
            contents: [
                ['id' => 'open', 'title' => 'Open items'],
                ['id' => 'cautions', 'title' => 'Cautions'],
                ...array_map(static fn (array $l): array => ['id' => $l['id'], 'title' => $l['title']], $lists),
                ...([] === $racks ? [] : [['id' => 'racks', 'title' => 'Rack elevations (front view)']]),
                ...([] === $proof ? [] : [['id' => 'proof', 'title' => 'Proof']]),
                ...([] === $units ? [] : [['id' => 'units', 'title' => 'Device sheets (as left)']]),
            ],
            open: self::groups($open),
            cautions: Cautions::cautions($context->job),
            lists: $lists,
            racks: $racks,
            units: $units,
            proof: $proof,
            proofMore: $left > 0 ? \sprintf('%d more are not printed here. The full list is in Proof.', $left) : '',
        );
    }

    /**
     * @param list<Device> $devices
     *
     * @return list<UnitSheet>
     */
    public function sheets(JobContext $context, array $devices): array
    {
        $settings = new Settings($context->job);
        $records = $this->records->ofMany($context->stored, array_column($devices, 'id'));
        $sheets = [];
        foreach ($devices as $device) {
            $states = $this->states->known($context, $device, $settings, $records[$device->id] ?? []);
            $sheets[] = UnitSheet::fromDevice($settings, $device, $states);
        }

        return $sheets;
    }

    /** @return list<array{id: string, title: string, heads: list<string>, rows: list<list<string>>, more: string}> */
    private function lists(JobContext $context): array
    {
        $lists = [];
        foreach (PrintableLists::all() as $name => $paper) {
            $rows = $paper->rows($context->job);
            if ([] !== $rows) {
                $lists[] = [
                    'id' => 'list-'.$name,
                    'title' => $paper->title(),
                    'heads' => $paper->heads(),
                    'rows' => \array_slice($rows, 0, self::MAX_ROWS),
                    'more' => self::more(\count($rows), 'They are in the list of the same name.'),
                ];
            }
        }

        return $lists;
    }

    /** @return list<array{string, string}> */
    private function signed(JobContext $context): array
    {
        $signed = $this->handOvers->signed($context->stored)[0] ?? null;

        return null === $signed ? [] : [
            ['Accepted for the client by', $signed->getTakenBy()],
            ['Date', $signed->getAt()->setTimezone($context->stored->getTimezone())->format('Y-m-d H:i')],
            ['Reservations', '' === $signed->getReservations() ? 'none' : $signed->getReservations()],
            ['SHA-256 of the plan', $signed->getHash()],
        ];
    }

    /**
     * @param list<OpenItem> $open
     *
     * @return list<array{title: string, items: list<OpenItem>, more: string}>
     */
    private static function groups(array $open): array
    {
        $groups = [];
        foreach (OpenKind::cases() as $kind) {
            $items = array_values(array_filter($open, static fn (OpenItem $i): bool => $i->kind === $kind));
            if ([] !== $items) {
                $groups[] = [
                    'title' => $kind->label(),
                    'items' => \array_slice($items, 0, self::MAX_ROWS),
                    'more' => self::more(\count($items), 'The full list is in Hand-over.'),
                ];
            }
        }

        return $groups;
    }

    private static function more(int $count, string $where): string
    {
        return $count > self::MAX_ROWS ? \sprintf('%d more are not printed here. %s', $count - self::MAX_ROWS, $where) : '';
    }

    /**
     * In words for whoever has not done it.
     *
     * @param list<OpenItem> $open
     *
     * @return list<string>
     */
    private function summary(JobContext $context, array $open): array
    {
        $accepted = \count(array_filter($open, static fn (OpenItem $i): bool => $i->isAccepted()));
        $left = Words::count(\count($open), 'item is', 'items are');

        return [
            \sprintf(
                '%s in %s, of which %d are configured.',
                Words::count(\count($context->job->devices), 'device'),
                Words::count(\count($context->job->segments), 'network'),
                \count(array_filter($context->job->devices, static fn (Device $d): bool => $d->stage->isDone())),
            ),
            \sprintf(
                'Connections that must work or must be blocked: %s.',
                Words::count(\count($context->job->intents), 'sentence'),
            ),
            [] === $open
                ? 'No open items.'
                : \sprintf('%s open; %d of them accepted with a reason.', $left, $accepted),
        ];
    }
}
