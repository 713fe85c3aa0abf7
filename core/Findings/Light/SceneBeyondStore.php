<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Light;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Scene;
use Vorhut\Core\Profile\Capacity;

/** A store has so many scenes and no more. */
#[About('scene-beyond-store', 'scene number too high', Section::Media, view: 'light')]
final class SceneBeyondStore extends Rule
{
    private const SCENES = 'scenes';

    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->all(Scene::class) as $scene) {
            $max = $this->maxScenes($plan, $scene->store);
            if (null !== $max && $scene->number > $max) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf(
                        '%s is scene %d; %s holds %d scenes',
                        $scene->name,
                        $scene->number,
                        $plan->job->nameOf($scene->store),
                        $max,
                    ),
                    why: 'No key can recall it.',
                    devices: [$scene->store],
                    advice: \sprintf('Set the number of %s to %d or lower.', $scene->name, $max),
                    value: $scene->id,
                    records: [['scenes', $scene->id]],
                );
            }
        }
    }

    /** Null where its kind does not say. */
    private function maxScenes(Plan $plan, string $store): ?int
    {
        $capacities = $plan->job->profileOf($plan->job->devices[$store])->capacities;

        return array_values(array_filter($capacities, static fn (Capacity $c): bool => self::SCENES === $c->id))[0]->count ?? null;
    }
}
