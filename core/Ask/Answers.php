<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask;

use Vorhut\Core\Ask\Target\AnswerContext;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\InvalidFile;

/** What came back on an ask sheet, as a change of the plan that somebody looks at before it is made. */
final readonly class Answers
{
    /**
     * @param list<AskItem> $filled questions that are answered by it
     * @param array<string, string> $texts what was written, by question
     * @param array<string, InvalidValue> $refused why an answer cannot be taken, by question
     * @param list<string> $unknown ids that no question has
     */
    private function __construct(
        public ChangeSet $change,
        public array $filled,
        public array $texts,
        public array $refused,
        public array $unknown,
    ) {}

    /** @param array<array-key, string> $texts by id of the question; blank ones and those that say what is known are left */
    public static function read(Job $job, AskSheet $sheet, array $texts, AnswerContext $given): self
    {
        $changed = $job;
        $change = null;
        $filled = $refused = $unknown = [];
        $texts = array_map(trim(...), $texts);
        foreach ($texts as $id => $text) {
            $item = $sheet->item((string) $id);
            if (null === $item && '' !== $text) {
                $unknown[] = (string) $id;
            }
            if (null === $item || '' === $text || $text === $item->answer) {
                continue;
            }
            try {
                $more = new ChangeSet($item->what, $item->filling->edits($changed, $text, $given));
                $changed = $changed->with($more);
                $change = null === $change ? $more : $change->then($more);
                $filled[] = $item;
            } catch (InvalidValue $e) {
                $refused[$item->id] = $e;
            } catch (InvalidFile $e) {
                $refused[$item->id] = new InvalidValue($text, $e->errors[0]->allowed, $e->errors[0]->advice);
            }
        }
        $title = 1 === \count($filled) ? 'Answered: '.$filled[0]->what : \sprintf('%d answers', \count($filled));
        $title .= '' === $given->by ? '' : ', by '.$given->by;

        /** @var array<string, string> $texts */
        return new self(
            change: new ChangeSet($title, $change->edits ?? []),
            filled: $filled,
            texts: $texts,
            refused: $refused,
            unknown: $unknown,
        );
    }

    /** @return list<string> ids of the units for which something is filled */
    public function units(): array
    {
        $units = [];
        foreach ($this->filled as $item) {
            foreach ($item->units as $unit) {
                $units[$unit->id] = true;
            }
        }

        return array_map(strval(...), array_keys($units));
    }
}
