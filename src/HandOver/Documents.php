<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver;

use Vorhut\App\Dates\DatesPage;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Papers\Csv;
use Vorhut\App\Papers\Pdf;
use Vorhut\App\Papers\XlsxWriter;
use Vorhut\App\Provision\Bundles;
use Vorhut\App\Web\Words;
use Vorhut\Core\Dates\Calendar;
use Vorhut\Core\Dates\DatesAhead;
use Vorhut\Core\Exchange\Directory;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\HandOver\OpenItem;
use Vorhut\Core\HandOver\OpenKind;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Paper\Papers;
use Vorhut\Core\Provision\DnsZone;

/** What a client keeps, made of the plan as it stands: the same plan gives the same bytes. */
final readonly class Documents
{
    private const DOMAIN = 'example.net';
    /** Rows of each table on paper: a page holds about forty of them. */
    private const MOST_ROWS = 250;

    public function __construct(private HandOvers $handOvers, private Pdf $pdf, private Bundles $bundles, private DatesPage $dates)
    {
    }

    /** @return array<string, string> what can be chosen, by name */
    public static function all(): array
    {
        $all = ['hand-over' => 'Hand-over, as PDF'];
        foreach (Papers::all() as $name => $paper) {
            $all['list-'.$name] = $paper->title().', as CSV and XLSX';
        }

        return [
            ...$all,
            'cards' => 'Directory, as cards',
            'leases' => 'Leases for two DHCP servers, zones for a name server',
            'dates' => 'Dates, as a calendar',
            'plan' => 'The plan itself, as a job file',
        ];
    }

    /**
     * @param list<string> $names of all()
     *
     * @return array<string, string> bytes by file name
     */
    public function files(JobInHand $hand, array $names): array
    {
        $files = [];
        foreach (array_intersect(array_keys(self::all()), $names) as $name) {
            $files += match ($name) {
                'hand-over' => ['hand-over.pdf' => $this->handOver($hand)],
                'cards' => ['directory.vcf' => Directory::of($hand->job)->vcard()],
                'leases' => $this->leases($hand),
                'dates' => ['dates.ics' => $this->calendar($hand)],
                'plan' => ['plan.json' => JobFile::write($hand->job)],
                default => self::lists($hand, substr($name, \strlen('list-'))),
            };
        }

        return $files;
    }

    /** @return array<string, string> */
    private static function lists(JobInHand $hand, string $name): array
    {
        $paper = Papers::all()[$name];
        $rows = [$paper->heads(), ...$paper->rows($hand->job)];

        return [
            $name.'.csv' => "\u{FEFF}".Csv::of($rows),
            $name.'.xlsx' => XlsxWriter::write($paper->title(), $rows),
        ];
    }

    /** @return array<string, string> */
    private function leases(JobInHand $hand): array
    {
        $files = [];
        foreach (['dnsmasq', 'kea', 'zone'] as $what) {
            try {
                $bundle = $this->bundles->of($hand, $what, self::DOMAIN);
                $files[$bundle->name] = $bundle->content;
            } catch (InvalidValue $e) {
                $files[$what.'-not-made.txt'] = $e->getMessage()."\n";
            }
        }
        foreach (DnsZone::back($hand->job, self::DOMAIN, $hand->revision) as $zone => $text) {
            $files[$zone.'.zone'] = $text;
        }

        return $files;
    }

    /** Stamped with when the job was begun, so that the same plan gives the same bytes. */
    private function calendar(JobInHand $hand): string
    {
        $dates = DatesAhead::of($hand->job, $this->dates->today($hand));

        return Calendar::of($hand->job->info->name, $dates, $hand->stored->getSlug(), $hand->stored->getCreatedAt());
    }

    private function handOver(JobInHand $hand): string
    {
        $open = $this->handOvers->open($hand);
        $signed = $this->handOvers->signed($hand->stored)[0] ?? null;
        $lists = [];
        foreach (Papers::all() as $paper) {
            $rows = $paper->rows($hand->job);
            if ([] !== $rows) {
                $lists[] = [
                    'title' => $paper->title(),
                    'heads' => $paper->heads(),
                    'rows' => \array_slice($rows, 0, self::MOST_ROWS),
                    'more' => self::more(\count($rows), 'They are in the list of the same name.'),
                ];
            }
        }
        $view = new HandOverPaper(
            $hand->job->info->name,
            $hand->job->info->client,
            $this->summary($hand, $open),
            null === $signed ? [] : [
                ['Taken over by', $signed->getTakenBy()],
                ['On', $signed->getAt()->setTimezone($hand->stored->getTimezone())->format('Y-m-d H:i')],
                ['Reservations', '' === $signed->getReservations() ? 'none' : $signed->getReservations()],
                ['SHA-256 of the plan', $signed->getHash()],
            ],
            self::groups($open),
            $lists,
        );

        return Pdf::undated($this->pdf->of('handover/paper.html.twig', $view, $view->job));
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
                    'items' => \array_slice($items, 0, self::MOST_ROWS),
                    'more' => self::more(\count($items), 'They are under Hand-over.'),
                ];
            }
        }

        return $groups;
    }

    private static function more(int $count, string $where): string
    {
        return $count > self::MOST_ROWS ? \sprintf('%d more are not printed here. %s', $count - self::MOST_ROWS, $where) : '';
    }

    /**
     * In words for whoever has not done it.
     *
     * @param list<OpenItem> $open
     *
     * @return list<string>
     */
    private function summary(JobInHand $hand, array $open): array
    {
        $accepted = \count(array_filter($open, static fn (OpenItem $i): bool => $i->isAccepted()));
        $left = Words::count(\count($open), 'thing is', 'things are');

        return [
            \sprintf(
                '%s in %s, of which %d are set up.',
                Words::count(\count($hand->job->devices), 'unit'),
                Words::count(\count($hand->job->segments), 'network'),
                \count(array_filter($hand->job->devices, static fn (Device $d): bool => $d->stage->isDone())),
            ),
            \sprintf(
                'What must be possible, and what must not, was said in %s.',
                Words::count(\count($hand->job->intents), 'sentence'),
            ),
            [] === $open
                ? 'Nothing is open.'
                : \sprintf('%s open; %d of them are known and left so for a reason.', $left, $accepted),
        ];
    }
}
