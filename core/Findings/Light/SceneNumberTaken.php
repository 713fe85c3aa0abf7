<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Light;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Scene;

/** Of two scenes with one number the later one is kept. */
#[About('scene-number-taken', 'duplicate scene number', Section::Media, view: 'light')]
final class SceneNumberTaken extends Rule
{
    public function check(Plan $plan): iterable
    {
        $first = [];
        foreach ($plan->job->all(Scene::class) as $scene) {
            $other = $first[$scene->store][$scene->number] ??= $scene;
            if ($other !== $scene) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf(
                        '%s and %s are both scene %d of %s',
                        $other->name,
                        $scene->name,
                        $scene->number,
                        $plan->job->nameOf($scene->store),
                    ),
                    why: 'The one stored last overwrites the other.',
                    devices: [$scene->store],
                    advice: \sprintf('Set another scene number for %s.', $scene->name),
                    value: $scene->id,
                    records: [['scenes', $scene->id], ['scenes', $other->id]],
                );
            }
        }
    }
}
