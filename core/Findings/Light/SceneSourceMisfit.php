<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Light;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Scene;
use Vorhut\Core\Job\SceneSource;

/** Each way in which a scene gets into its store has its own conditions. */
#[About('scene-source-misfit', Section::Media, view: 'light')]
final class SceneSourceMisfit extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->all(Scene::class) as $scene) {
            $why = $this->whyNot($plan, $scene);
            if (null !== $why) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf(
                        '%s is to be %s, and %s cannot take it so',
                        $scene->name,
                        $scene->source->label(),
                        $plan->job->nameOf($scene->store),
                    ),
                    why: $why,
                    devices: [$scene->store],
                    advice: 'Let the store take it as it can, or set the store the other way.',
                    value: $scene->id,
                    records: [['scenes', $scene->id]],
                );
            }
        }
    }

    private function whyNot(Plan $plan, Scene $scene): ?string
    {
        $store = $plan->job->devices[$scene->store];
        $value = static fn (string $setting): mixed => $plan->settings()->value($store, $setting)?->value();
        $desks = $plan->settings()->couplings->from($store);

        $takes = $value('capture');

        return match ($scene->source) {
            SceneSource::Wire => SceneSource::Wire->value !== $takes && true === $value('override')
                ? 'While data of the network override, its keys capture nothing.'
                : null,
            SceneSource::Network => match (true) {
                [] === $desks => 'No desk is paired with it that could send the scene.',
                SceneSource::Wire->value === $takes => 'It is set to be captured by its keys, and takes nothing from the desk.',
                default => null,
            },
            SceneSource::Page => null,
        };
    }
}
