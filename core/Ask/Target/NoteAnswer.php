<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Target;

use Vorhut\Core\Job\Answer;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;

/** Something that no value of the plan holds: it is kept in words. */
final readonly class NoteAnswer implements AnswerTarget
{
    private const PREFIX = 'asked.';

    public function __construct(private string $key) {}

    public function list(): string
    {
        return Lists::forType(Answer::class)->name;
    }

    public function edits(Job $job, string $text, AnswerContext $given): array
    {
        return [SettingAnswer::answer($job, ['setting' => self::PREFIX.$this->key, 'value' => $text], $given)];
    }

    /** @return array<string, Answer> what was answered in words, by key */
    public static function kept(Job $job): array
    {
        $kept = [];
        foreach ($job->all(Answer::class) as $answer) {
            if (str_starts_with($answer->setting, self::PREFIX)) {
                $kept[substr($answer->setting, \strlen(self::PREFIX))] = $answer;
            }
        }

        return $kept;
    }
}
