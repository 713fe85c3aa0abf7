<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask;

use Vorhut\Core\Job\JobInfo;

/** The letter as text: to be copied into a mail. */
final class AskText
{
    public static function write(AskSheet $sheet, JobInfo $info): string
    {
        $lines = [];
        foreach ($sheet->grouped() as $blocks) {
            $items = array_merge(...array_values($blocks));
            $open = \count(array_filter($items, static fn (AskItem $i): bool => $i->isOpen()));
            array_push($lines, \sprintf('To %s, for %s', $items[0]->who->label(), $info->name), '');
            $by = null === $sheet->neededBy ? '' : \sprintf(
                ' Please answer by %s; we are on site on %s.',
                $sheet->neededBy,
                $info->visit->on,
            );
            array_push($lines, \sprintf('%d of %d questions are open.%s', $open, \count($items), $by), '');
            foreach ($blocks as $title => $block) {
                array_push($lines, mb_strtoupper($title), '');
                foreach ($block as $item) {
                    array_push($lines, ...self::item($item), ...['']);
                }
            }
        }

        return implode("\n", $lines);
    }

    /** @return list<string> */
    private static function item(AskItem $item): array
    {
        $lines = [\sprintf('- %s', $item->what), \sprintf('  for: %s', $item->unitsSaid())];
        $told = ['ours' => $item->ours, 'form' => $item->form, 'why' => $item->why, 'blocks' => implode(', ', $item->blocks)];
        foreach ($told as $label => $text) {
            if ('' !== $text) {
                $lines[] = \sprintf('  %s: %s', $label, $text);
            }
        }
        $by = '' === $item->by ? '' : \sprintf(' (%s)', trim($item->by.' '.$item->on));
        $lines[] = $item->isOpen() ? '  answer: ________' : \sprintf('  answer: %s%s', $item->answer, $by);

        return $lines;
    }
}
