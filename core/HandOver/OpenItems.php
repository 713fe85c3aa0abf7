<?php

declare(strict_types=1);

namespace Vorhut\Core\HandOver;

use Vorhut\Core\Dates\DatesAhead;
use Vorhut\Core\Dates\Today;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\SeenCounts;
use Vorhut\Core\Proof\SeenIn;
use Vorhut\Core\Setting\Settings;

/** Everything that is still open in a job, said before it is signed for. */
final readonly class OpenItems
{
    /** A rule that says what stands among the values. */
    private const SAID_ABOVE = 'value-open';

    /**
     * @param list<Finding> $findings of the plan as it stands
     * @param array<array-key, array{span: PairVerdict, pairs: int, counts: array<string, int>}> $intents as predicted
     * @param array<array-key, SeenCounts> $seen by intent
     * @param array<string, string> $silent when it was that planned addresses did not answer, by address
     * @param array<string, string> $accepted why something is left open, by id
     * @param array<array-key, list<string>> $unread what was not read, by unit
     * @param array<array-key, list<string>> $changed what was set otherwise than it is planned now, by unit
     */
    public function __construct(
        private Job $job,
        private array $findings,
        private array $intents,
        private array $seen,
        private array $silent,
        private array $accepted,
        private Today $today,
        private array $unread = [],
        private array $changed = [],
    ) {}

    /** @return list<OpenItem> by kind */
    public function all(): array
    {
        $all = [];
        $bench = [$this->bench(OpenKind::NotRead, $this->unread), $this->bench(OpenKind::Again, $this->changed)];
        $rest = [$this->findings(), $this->proof(), $this->silent(), $this->dates()];
        foreach ([$this->units(), $this->values(), ...$bench, ...$rest] as $items) {
            foreach ($items as $item) {
                $all[] = $item;
            }
        }

        return $all;
    }

    /** @return iterable<OpenItem> */
    private function units(): iterable
    {
        foreach ($this->job->devices as $device) {
            if (!$device->stage->isDone()) {
                yield $this->item(
                    kind: OpenKind::Units,
                    id: 'unit-'.$device->id,
                    title: $device->name,
                    detail: 'Stage: '.$device->stage->label().'.',
                    device: $device->id,
                );
            }
        }
    }

    /** @return iterable<OpenItem> */
    private function values(): iterable
    {
        $settings = new Settings($this->job);
        foreach ($this->job->devices as $device) {
            foreach ($settings->values($device) as $value) {
                if ($value->isDue()) {
                    $id = 'value-'.$device->id.'-'.$value->setting->id;
                    $title = \sprintf('%s: %s', $device->name, $value->setting->name);
                    $who = null === $value->setting->ask ? 'Enter the value in the plan.' : \sprintf(
                        'Ask %s.',
                        $value->setting->ask->label(),
                    );
                    yield $this->item(kind: OpenKind::Values, id: $id, title: $title, detail: $who, device: $device->id);
                }
            }
        }
    }

    /**
     * @param array<array-key, list<string>> $of
     *
     * @return iterable<OpenItem>
     */
    private function bench(OpenKind $kind, array $of): iterable
    {
        foreach ($of as $id => $what) {
            $device = $this->job->devices[$id] ?? null;
            if (null !== $device && [] !== $what) {
                $title = \sprintf('%s: %s', $device->name, OpenKind::NotRead === $kind ? 'not read' : 'to do again');
                yield $this->item(
                    kind: $kind,
                    id: $kind->value.'-'.$device->id,
                    title: $title,
                    detail: implode('; ', $what).'.',
                    device: $device->id,
                );
            }
        }
    }

    /** @return iterable<OpenItem> */
    private function findings(): iterable
    {
        foreach ($this->findings as $finding) {
            if (self::SAID_ABOVE === $finding->rule) {
                continue;
            }
            yield $this->item(
                kind: OpenKind::Findings,
                id: $finding->id(),
                title: $finding->title,
                detail: $finding->advice,
                device: $finding->devices[0] ?? '',
            );
        }
    }

    /**
     * What fails on paper, what was seen otherwise, and what holds on paper alone.
     *
     * @return iterable<OpenItem>
     */
    private function proof(): iterable
    {
        foreach ($this->job->intents as $id => $intent) {
            $predicted = $this->intents[$id] ?? null;
            $seen = $this->seen[(string) $id] ?? new SeenCounts();
            $pairs = $predicted['pairs'] ?? 0;
            $says = match (true) {
                null === $predicted || 0 === $pairs => 'The intent names no device of this job.',
                $predicted['span']->fails() => 'Predicted to fail: '.$predicted['span']->word().'.',
                $seen->onSite > $seen->holdingOnSite => self::otherwise($seen, SeenIn::Site),
                $seen->onSite < $pairs && $seen->inLab > $seen->holdingInLab => self::otherwise($seen, SeenIn::Lab),
                $seen->onSite < $pairs => self::unseen($seen, $pairs),
                default => null,
            };
            if (null !== $says) {
                yield $this->item(OpenKind::Proof, 'intent-'.$id, $intent->name, $says, intent: (string) $id);
            }
        }
    }

    private static function otherwise(SeenCounts $seen, SeenIn $where): string
    {
        return \sprintf('Tested %s: %d of %d pairs hold.', $where->label(), $seen->holding($where), $seen->seen($where));
    }

    /** What only stand-ins answered was never seen. */
    private static function unseen(SeenCounts $seen, int $pairs): string
    {
        $lab = 0 === $seen->inLab ? '' : \sprintf(' In the lab %d hold.', $seen->holdingInLab);

        return \sprintf('Predicted to hold; %d of %d pairs tested on site.%s', $seen->onSite, $pairs, $lab);
    }

    /** @return iterable<OpenItem> */
    private function silent(): iterable
    {
        foreach ($this->job->devices as $device) {
            $address = (string) $device->primaryAddress()?->address;
            if (isset($this->silent[$address])) {
                $detail = \sprintf('%s did not reply, %s.', $address, $this->silent[$address]);
                yield $this->item(
                    kind: OpenKind::Silent,
                    id: 'silent-'.$device->id,
                    title: $device->name,
                    detail: $detail,
                    device: $device->id,
                );
            }
        }
    }

    /** @return iterable<OpenItem> */
    private function dates(): iterable
    {
        foreach (DatesAhead::dates($this->job, $this->today) as $date) {
            $detail = trim(\sprintf('%s, %s. %s', $date->on, $date->when(), $date->todo));
            yield $this->item(
                kind: OpenKind::Dates,
                id: 'date-'.$date->key,
                title: $date->title,
                detail: $detail,
                device: $date->device->id ?? '',
            );
        }
    }

    private function item(OpenKind $kind, string $id, string $title, string $detail, string $device = '', string $intent = ''): OpenItem
    {
        return new OpenItem(
            kind: $kind,
            id: $id,
            title: $title,
            detail: $detail,
            device: $device,
            intent: $intent,
            reason: $this->accepted[$id] ?? '',
        );
    }
}
