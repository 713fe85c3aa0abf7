<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Psr\Clock\ClockInterface;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\BenchRecord;
use Vorhut\App\Entity\BenchTimer;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Timers\BenchTimers;
use Vorhut\App\Timers\TimerView;
use Vorhut\App\Vault\Vault;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\View\TypingView;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Profile\Step\RecordKind;
use Vorhut\Core\Profile\Step\ToRecord;
use Vorhut\Core\Profile\Step\Who;
use Vorhut\Core\Runbook\Blocker;
use Vorhut\Core\Runbook\Runbook;
use Vorhut\Core\Runbook\RunbookStep;
use Vorhut\Core\Runbook\StepValue;
use Vorhut\Core\Setting\Origin;
use Vorhut\Core\Setting\Settings;

/** Puts a step of a runbook into words and links. */
final readonly class StepViews
{
    public function __construct(
        private BenchTimers $timers,
        private Vault $vault,
        private Photos $photos,
        private UrlGeneratorInterface $urls,
        private ClockInterface $clock,
    ) {}

    /** @param array<int, string> $read what was read and refused, by the place of what is asked */
    public function view(
        JobContext $context,
        Runbook $runbook,
        RunbookStep $step,
        ?BenchRecord $record,
        array $read,
        bool $isEditor,
    ): StepView {
        $device = $runbook->device;
        $before = $step->isDone ? [] : $runbook->before($step->id);

        return new StepView(
            id: $step->id,
            stage: $step->stage->label(),
            title: $step->title,
            why: $step->why,
            who: \in_array($step->who, [Who::Anyone, Who::Technician], true) ? '' : $step->who->label(),
            do: $step->do,
            values: $this->values($context, $device, $step, $isEditor),
            shortcuts: self::shortcuts($step),
            texts: self::texts($step),
            dial: null === $step->dial ? null : DialView::fromDial($step->dial, $step->dialAt),
            ports: array_map(PortView::fromPort(...), $step->ports),
            timers: $this->timers($context, $device, $step, $isEditor),
            see: $step->see,
            causes: $step->causes,
            asked: self::asked($step, $read),
            ticks: self::ticks($step),
            cautions: $step->cautions,
            blockers: array_map(
                fn (Blocker $b): array => ['text' => $b->text, 'link' => $this->blocker($context, $device, $b)],
                $step->blockedBy,
            ),
            kept: [...self::again($context, $device, $record), ...self::kept($record)],
            undo: $step->undo,
            done: null === $record ? ($step->isDone ? 'according to the stage, not recorded' : '') : self::signed($context, $record),
            early: [] === $before ? '' : self::early($before),
            photos: array_map(
                fn (int $number): string => $this->url($context, 'photo', ['number' => (string) $number]),
                $this->photos->photos($context->stored, $device->id, $step->id),
            ),
        );
    }

    /** @return list<ValueView> */
    private function values(JobContext $context, Device $device, RunbookStep $step, bool $isEditor): array
    {
        $hasSecrets = [] !== array_filter($step->values, static fn (StepValue $v): bool => $v->isSecret);
        $kept = $hasSecrets ? $this->vault->secretsOf($context->stored) : [];
        $typing = [];
        foreach ($step->keys as $keys) {
            $sequence = $keys->sequence();
            if (null !== $sequence) {
                $typing[$keys->of] = TypingView::fromSequence($sequence, $keys->instead());
            }
        }

        return array_map(fn (StepValue $v): ValueView => new ValueView(
            label: $v->label,
            value: match (true) {
                $v->isOpen => 'not set',
                $v->isSecret => isset($kept[self::secret($v)]) ? 'in the vault' : 'not generated',
                default => $v->value,
            },
            note: $v->note,
            origin: Origin::tryFrom($v->origin)?->label() ?? '',
            isOpen: $v->isOpen,
            copy: $v->isOpen || $v->isSecret || $v->isChosen || '' === $v->typed || 'leave blank' === $v->typed ? null : $v->typed,
            typing: $typing[$v->setting] ?? null,
            url: $this->url($context, 'devices', ['sel' => $device->id, 'value' => $v->setting]).'#value-'.$v->setting,
            secret: $v->isSecret && $isEditor ? $this->secretView(
                context: $context,
                device: $device,
                step: $step,
                value: $v,
                isKept: isset($kept[self::secret($v)]),
            ) : null,
        ), $step->values);
    }

    private function secretView(JobContext $context, Device $device, RunbookStep $step, StepValue $value, bool $isKept): SecretView
    {
        $back = $this->url($context, 'bench_device', ['id' => $device->id, 'step' => $step->id]);

        return new SecretView($this->url($context, $isKept ? 'vault_show' : 'vault_make', []), self::secret($value), $back, $isKept);
    }

    private static function secret(StepValue $value): string
    {
        return str_starts_with($value->typed, Allowed::SECRET) ? substr($value->typed, \strlen(Allowed::SECRET)) : '';
    }

    /** @return list<array{label: string, keys: list<string>, hold: string, see: string}> */
    private static function shortcuts(RunbookStep $step): array
    {
        $shortcuts = [];
        foreach ($step->keys as $keys) {
            if (null !== $keys->shortcut) {
                $hold = $keys->shortcut->hold;
                $shortcuts[] = [
                    'label' => $keys->label,
                    'keys' => $keys->shortcut->keys,
                    'hold' => null === $hold ? '' : \sprintf('hold the last key for %s s', (string) $hold),
                    'see' => $keys->shortcut->see,
                ];
            }
        }

        return $shortcuts;
    }

    /** @return list<array{label: string, typing: TypingView}> */
    private static function texts(RunbookStep $step): array
    {
        $texts = [];
        $values = array_map(static fn (StepValue $v): string => $v->setting, $step->values);
        foreach ($step->keys as $keys) {
            $sequence = $keys->sequence();
            if (null !== $sequence && !\in_array($keys->of, $values, true)) {
                $texts[] = ['label' => $keys->text, 'typing' => TypingView::fromSequence($sequence, $keys->instead())];
            }
        }

        return $texts;
    }

    /** @return list<TimerView> */
    private function timers(JobContext $context, Device $device, RunbookStep $step, bool $isEditor): array
    {
        $running = [];
        foreach ([] === $step->timers ? [] : $this->timers->running($context->stored) as $timer) {
            if ($timer->getDevice() === $device->id && $timer->getStep() === $step->id) {
                $running[$timer->getNumber()] = $timer;
            }
        }
        $views = [];
        foreach ($step->timers as $number => $timer) {
            $views[] = TimerView::fromTimer(
                timer: $timer,
                running: $running[$number] ?? null,
                now: $this->clock->now(),
                start: $isEditor ? $this->start(
                    context: $context,
                    device: $device,
                    step: $step,
                    number: $number,
                    again: isset($running[$number]),
                ) : null,
                stop: $isEditor && isset($running[$number]) ? $this->stop($context, $running[$number], $device, $step) : null,
            );
        }

        return $views;
    }

    private function start(JobContext $context, Device $device, RunbookStep $step, int $number, bool $again): Post
    {
        $key = ['w', 'e', 'r', 'x'][$number] ?? '';
        $values = ['step' => $step->id, 'number' => $number];

        return new Post($again ? 'Again' : 'Start', $this->url($context, 'bench_timer', ['id' => $device->id]), $values, $key);
    }

    private function stop(JobContext $context, BenchTimer $timer, Device $device, RunbookStep $step): Post
    {
        $url = $this->urls->generate('bench_timer_stop', ['slug' => $context->stored->getSlug(), 'id' => $timer->getId()]);

        return new Post('Stop', $url, ['device' => $device->id, 'step' => $step->id], small: true);
    }

    /**
     * @param array<int, string> $read
     *
     * @return list<AskedView>
     */
    private static function asked(RunbookStep $step, array $read): array
    {
        $asked = [];
        foreach ($step->record as $at => $record) {
            if (RecordKind::Tick !== $record->kind && RecordKind::Photo !== $record->kind) {
                $asked[] = new AskedView(
                    name: \sprintf('read[%d]', $at),
                    label: $record->label,
                    unit: $record->unit,
                    hint: match ($record->kind) {
                        RecordKind::Read => 'compared with the plan',
                        RecordKind::AsFound => 'never overwritten',
                        default => self::range($record),
                    },
                    value: $read[$at] ?? '',
                );
            }
        }

        return $asked;
    }

    private static function range(ToRecord $record): string
    {
        return match (true) {
            null === $record->min && null === $record->max => '',
            null === $record->min => \sprintf('at most %s %s', $record->max, $record->unit),
            null === $record->max => \sprintf('at least %s %s', $record->min, $record->unit),
            default => \sprintf('%s to %s %s', $record->min, $record->max, $record->unit),
        };
    }

    /** @return list<string> */
    private static function ticks(RunbookStep $step): array
    {
        $ticks = [];
        foreach ($step->record as $record) {
            if (RecordKind::Tick === $record->kind || RecordKind::Photo === $record->kind) {
                $ticks[] = RecordKind::Photo === $record->kind ? 'Photo or file: '.$record->label : $record->label;
            }
        }

        return $ticks;
    }

    private function blocker(JobContext $context, Device $device, Blocker $blocker): Link
    {
        return match ($blocker->kind) {
            'step' => new Link('Open that step', $this->url($context, 'bench_device', ['id' => $device->id, 'step' => $blocker->id])),
            'unit' => new Link('Open it', $this->url($context, 'bench_device', ['id' => $blocker->id])),
            'pairing' => new Link('Add pairing', $this->url($context, 'pairings', ['sel' => $device->id])),
            'licence' => isset($context->job->records['licences'][$blocker->id])
                ? new Link('Open licence', $this->url($context, 'record', ['list' => 'licences', 'id' => $blocker->id]))
                : new Link('Plan licence', $this->url($context, 'records', ['list' => 'licences'])),
            default => new Link('Enter value', $this->url($context, 'devices', ['sel' => $device->id, 'value' => $blocker->id])),
        };
    }

    /** @return list<array{label: string, value: string, agrees: string}> what the plan says otherwise since the step was done */
    private static function again(JobContext $context, Device $device, ?BenchRecord $record): array
    {
        $changed = null === $record ? [] : BenchOpen::changedAt(new Settings($context->job), $device, [$record]);

        return array_map(
            static fn (string $what): array => ['label' => 'Repeat', 'value' => $what, 'agrees' => 'the plan has changed since'],
            array_merge(...array_values($changed)),
        );
    }

    /** @return list<array{label: string, value: string, agrees: string}> */
    private static function kept(?BenchRecord $record): array
    {
        $kept = [];
        foreach ($record?->getKept() ?? [] as $one) {
            $agrees = match ($one['agrees']) {
                true => 'as planned',
                false => 'differs',
                null => 'as-found' === $one['kind'] ? 'as found' : '',
            };
            $unread = $one['unread'] ?? null;
            $kept[] = null === $unread
                ? ['label' => $one['label'], 'value' => $one['value'], 'agrees' => $agrees]
                : ['label' => $one['label'], 'value' => 'not read', 'agrees' => $unread];
        }

        return $kept;
    }

    private static function signed(JobContext $context, BenchRecord $record): string
    {
        $when = LocalTime::short($record->getAt(), $context->stored->getTimezone());
        $who = $record->getUser()?->getDisplayName() ?? 'somebody';
        $reason = '' === $record->getReason() ? '' : ': '.$record->getReason();
        $note = '' === $record->getNote() ? '' : ', '.$record->getNote();

        return \sprintf('%s%s, %s%s%s', $record->isSkipped() ? 'skipped, ' : '', $when, $who, $note, $reason);
    }

    /** @param non-empty-list<RunbookStep> $before */
    private static function early(array $before): string
    {
        $titles = array_map(static fn (RunbookStep $s): string => $s->title, \array_slice($before, 0, 3));

        return implode(', ', $titles).(\count($before) > 3 ? \sprintf(' and %d more', \count($before) - 3) : '');
    }

    /** @param array<string, string> $more */
    private function url(JobContext $context, string $route, array $more): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
