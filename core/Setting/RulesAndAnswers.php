<?php

declare(strict_types=1);

namespace Vorhut\Core\Setting;

use Vorhut\Core\Job\Answer;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\ValueRule;

/** What was answered, and what rules say, of the settings of a plan. */
final class RulesAndAnswers
{
    /** Behind every place. */
    private const OF_SEGMENT = 20;
    private const OF_KIND = 30;

    /** @var array<string, list<ValueRule>> by setting */
    private array $rules = [];

    /** @var array<string, list<Answer>> by setting */
    private array $answers = [];

    public function __construct(private readonly Job $job)
    {
        foreach ($job->all(ValueRule::class) as $rule) {
            $this->rules[$rule->setting][] = $rule;
        }
        foreach ($job->all(Answer::class) as $answer) {
            $this->answers[$answer->setting][] = $answer;
        }
    }

    /** Whether anybody says anything of a setting, whatever the unit. */
    public function has(string $setting): bool
    {
        return isset($this->rules[$setting]) || isset($this->answers[$setting]);
    }

    /** @return list<Answer> that fill it for the unit */
    public function answers(Device $device, string $setting): array
    {
        return array_values(array_filter(
            $this->answers[$setting] ?? [],
            fn (Answer $a): bool => (null === $a->device || $a->device === $device->id) && $this->concerns($device, $a),
        ));
    }

    /** @return list<ValueRule> of the innermost place first, then of the segment, then of the kind, then of everything */
    public function rules(Device $device, string $setting): array
    {
        $rules = [];
        foreach ($this->rules[$setting] ?? [] as $at => $rule) {
            if ($this->concerns($device, $rule)) {
                $rules[] = [$this->rank($device, $rule), null === $rule->profile ? 1 : 0, $at, $rule];
            }
        }
        usort($rules, static fn (array $a, array $b): int => [$a[0], $a[1], $a[2]] <=> [$b[0], $b[1], $b[2]]);

        return array_column($rules, 3);
    }

    private function rank(Device $device, ValueRule $rule): int
    {
        if (null === $rule->location) {
            return null === $rule->segment ? self::OF_KIND : self::OF_SEGMENT;
        }

        return (int) array_search($rule->location, $this->places($device), true);
    }

    private function concerns(Device $device, Answer|ValueRule $of): bool
    {
        return (null === $of->profile || $of->profile === $device->profile)
            && (null === $of->segment || \in_array($of->segment, array_column($device->interfaces, 'segment'), true))
            && (null === $of->location || \in_array($of->location, $this->places($device), true));
    }

    /** @return list<string> innermost first */
    private function places(Device $device): array
    {
        return array_column($this->job->placesOf($device->location), 'id');
    }
}
