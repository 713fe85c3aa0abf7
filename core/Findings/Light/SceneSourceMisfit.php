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
#[About('scene-source-misfit', 'scene source', Section::Media, view: 'light')]
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
                        '%s is planned as "%s", which %s cannot do',
                        $scene->name,
                        $scene->source->label(),
                        $plan->job->nameOf($scene->store),
                    ),
                    why: $why,
                    devices: [$scene->store],
                    advice: \sprintf('Set another source for %s, or change the capture mode of the scene store.', $scene->name),
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
                ? 'Network data has priority, so its keys capture nothing.'
                : null,
            SceneSource::Network => match (true) {
                [] === $desks => 'No lighting desk is paired with it.',
                SceneSource::Wire->value === $takes => 'It captures from DMX512 only.',
                default => null,
            },
            SceneSource::Page => null,
        };
    }
}
