<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask;

/** The sheet as a list that goes out and comes back with its last columns filled in. */
final class AskRows
{
    public const HEADS = [
        'Question', 'Asked of', 'About', 'Details', 'Devices', 'Form',
        'Our proposal', 'Reason', 'Blocks', 'Needed by', 'Answer', 'Answered by',
    ];

    /** @return list<list<string>> */
    public static function rows(AskSheet $sheet): array
    {
        return array_map(static fn (AskItem $i): array => [
            $i->id,
            $i->who->label(),
            $i->block,
            $i->what,
            implode(', ', array_column($i->units, 'name')),
            $i->form,
            $i->ours,
            $i->why,
            implode(', ', $i->blocks),
            (string) $sheet->neededBy,
            $i->answer,
            $i->by,
        ], $sheet->items);
    }

    /**
     * @param list<list<string>> $rows with their headings, as they came back
     *
     * @return array<string, string>|null answers by question; null where there are no such columns
     */
    public static function read(array $rows): ?array
    {
        foreach ($rows as $at => $row) {
            $question = array_search(self::HEADS[0], array_map(trim(...), $row), true);
            $answer = array_search('Answer', array_map(trim(...), $row), true);
            if (false === $question || false === $answer) {
                continue;
            }
            $answers = [];
            foreach (\array_slice($rows, $at + 1) as $below) {
                $id = trim($below[$question] ?? '');
                $answers += '' === $id ? [] : [$id => $below[$answer] ?? ''];
            }

            return $answers;
        }

        return null;
    }
}
