<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook;

use Vorhut\Core\Profile\Step\Who;

/** A runbook as text that can be read, printed and ticked. */
final class RunbookMarkdown
{
    /** @param bool $isMarked as Markdown; else for a terminal */
    public static function write(Runbook $runbook, bool $isMarked): string
    {
        $lines = [($isMarked ? '# ' : '').$runbook->device->name, ''];
        $stage = null;
        foreach ($runbook->steps as $step) {
            if ($step->stage !== $stage) {
                $stage = $step->stage;
                array_push($lines, $isMarked ? '## '.$stage->label() : mb_strtoupper($stage->label()), '');
            }
            array_push($lines, ...self::step($step, $isMarked));
        }

        return implode("\n", $lines)."\n";
    }

    /** @return list<string> */
    private static function step(RunbookStep $step, bool $isMarked): array
    {
        $box = $step->isDone ? '[x]' : '[ ]';
        $by = Who::Technician === $step->who || Who::Anyone === $step->who ? '' : \sprintf(' (%s)', $step->who->label());
        $lines = [\sprintf($isMarked ? '- %s **%s**%s' : '%s %s%s', $box, $step->title, $by)];
        foreach ($step->blockedBy as $blocker) {
            $lines[] = '  blocked by: '.$blocker->text;
        }
        foreach ($step->cautions as $caution) {
            $lines[] = '  CAUTION: '.$caution;
        }
        foreach ($step->do as $number => $do) {
            $lines[] = \sprintf('  %d. %s', $number + 1, $do);
        }
        foreach ($step->values as $value) {
            $shown = match (true) {
                $value->isOpen => 'NOT SET',
                $isMarked => '`'.$value->value.'`',
                default => $value->value,
            };
            $lines[] = \sprintf('  %s %s: %s%s', $isMarked ? '*' : '-', $value->label, $shown, self::behind($value->note));
        }
        array_push($lines, ...self::keys($step), ...self::times($step));
        foreach ($step->see as $see) {
            $lines[] = '  you should see: '.$see;
        }
        foreach ($step->causes as $cause) {
            $check = '' === $cause->test ? '' : ' Check: '.$cause->test;
            $lines[] = \sprintf('  if %s: %s.%s Fix: %s', $cause->see, $cause->because, $check, $cause->mend);
        }
        foreach ($step->record as $record) {
            $lines[] = \sprintf('  record: %s', $record->label);
        }
        $lines[] = '';

        return array_map(rtrim(...), $lines);
    }

    /** @return list<string> */
    private static function keys(RunbookStep $step): array
    {
        $lines = [];
        foreach ($step->keys as $keys) {
            $sequence = $keys->sequence();
            if (null === $sequence) {
                $hold = null === $keys->shortcut?->hold ? '' : \sprintf(', hold the last key for %.1f s', $keys->shortcut->hold);
                $lines[] = \sprintf('  keys for "%s": %s%s', $keys->label, implode(' ', $keys->shortcut->keys ?? []), $hold);
                continue;
            }
            $presses = array_map(static fn ($p): string => $p->character.'='.implode(' ', $p->keys), $sequence->presses);
            $sum = \sprintf('%d presses, about %.0f s', $sequence->total, $sequence->seconds);
            $lines[] = \sprintf('  keys for %s (%s): %s', $keys->text, $sum, implode(' | ', $presses));
            if ([] !== $sequence->impossible) {
                $lines[] = '  cannot be entered there: '.implode(' ', $sequence->impossible);
                $lines = null === $keys->instead() ? $lines : [...$lines, '  enter instead: '.$keys->instead()];
            }
        }

        return $lines;
    }

    /** @return list<string> */
    private static function times(RunbookStep $step): array
    {
        $lines = [];
        foreach ($step->timers as $timer) {
            $missed = '' === $timer->missed ? '' : ' If you miss it: '.$timer->missed;
            $lines[] = \sprintf('  %s %d s%s.%s', $timer->kind->label(), $timer->seconds, self::behind(rtrim($timer->text, '.')), $missed);
        }

        return $lines;
    }

    private static function behind(string $note): string
    {
        return '' === $note ? '' : ', '.$note;
    }
}
