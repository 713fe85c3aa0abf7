<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Light;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Scene;
use Vorhut\Core\Job\SceneLook;

/** A scene store keeps what stands still; effects and steps stay in the desk. */
#[About('scene-moves', 'scene has movement', Section::Media, view: 'light')]
final class SceneMoves extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->all(Scene::class) as $scene) {
            if (SceneLook::Static !== $scene->look) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('%s has movement; %s holds static scenes only', $scene->name, $plan->job->nameOf($scene->store)),
                    why: 'It would store one moment of it.',
                    devices: [$scene->store],
                    advice: 'Replace it by a static scene, or recall it from the lighting desk.',
                    value: $scene->id,
                    records: [['scenes', $scene->id]],
                );
            }
        }
    }
}
