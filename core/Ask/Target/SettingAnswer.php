<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Target;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Answer;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Profile\Setting\TypedText;

/** A setting of all units of a kind, of those in one network, or of one unit. */
final readonly class SettingAnswer implements AnswerTarget
{
    public function __construct(
        private Setting $setting,
        private string $profile,
        private ?string $device = null,
        private ?string $segment = null,
    ) {}

    public function list(): string
    {
        return Lists::forType(Answer::class)->name;
    }

    public function edits(Job $job, string $text, AnswerContext $given): array
    {
        $value = TypedText::read($this->setting, $text);
        $refusal = null === $value ? 'an answer' : Allowed::refusal($this->setting, $value);
        if (null !== $refusal) {
            throw new InvalidValue($text, $refusal, \sprintf('%s takes: %s.', $this->setting->name, $refusal));
        }
        $whom = null === $this->device
            ? ['profile' => $this->profile] + (null === $this->segment ? [] : ['segment' => $this->segment])
            : ['device' => $this->device];

        return [self::answer($job, ['setting' => $this->setting->id, 'value' => $value, ...$whom], $given)];
    }

    /**
     * A record that says it, or the one there is with what it says now.
     *
     * @param array<string, mixed> $says
     */
    public static function answer(Job $job, array $says, AnswerContext $given): Edit
    {
        $signed = ['by' => $given->by] + (null === $given->on ? [] : ['on' => $given->on]);
        $whom = array_diff_key($says, ['value' => 1]);
        foreach ($job->all(Answer::class) as $answer) {
            $record = $job->record(Answer::class, $answer->id) ?? [];
            if (self::whom($record) === self::whom($whom)) {
                return $job->edit(Answer::class, $answer->id, ['value' => $says['value'], ...$signed]);
            }
        }
        $words = array_filter($whom, \is_string(...));
        $slug = trim(mb_substr((string) preg_replace('/[^a-z0-9]+/', '-', strtolower(implode('-', $words))), 0, 50), '-');
        $id = $slug;
        for ($n = 2; null !== $job->record(Answer::class, $id); ++$n) {
            $id = $slug.'-'.$n;
        }

        return new Edit(Answer::class, $id, null, ['id' => $id, ...$says, ...$signed]);
    }

    /**
     * @param array<string, mixed> $record
     *
     * @return list<mixed>
     */
    private static function whom(array $record): array
    {
        return array_map(
            static fn (string $key): mixed => $record[$key] ?? null,
            ['setting', 'device', 'profile', 'location', 'segment'],
        );
    }
}
