<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Light;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Scene;

/** A contact that recalls a scene which nobody has stored leaves people in the dark. */
#[About('contact-scene-missing', 'contact scene missing', Section::Media, view: 'light')]
final class ContactSceneMissing extends Rule
{
    private const SCENE = 'contact-scene';

    public function check(Plan $plan): iterable
    {
        $numbers = [];
        foreach ($plan->job->all(Scene::class) as $scene) {
            $numbers[$scene->store][] = $scene->number;
        }
        foreach ($numbers as $id => $stored) {
            $store = $plan->job->devices[$id];
            $wanted = $plan->settings()->value($store, self::SCENE)?->value();
            if (\is_int($wanted) && !\in_array($wanted, $stored, true)) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('The contact input of %s recalls scene %d, which is not planned', $store->name, $wanted),
                    why: 'When the contact closes, the lights go out.',
                    devices: [$store->id],
                    advice: \sprintf('Plan scene %d, or set another scene for the contact.', $wanted),
                );
            }
        }
    }
}
