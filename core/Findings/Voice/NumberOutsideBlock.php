<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Voice;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Voice\NumberBlocks;

/** A number that stands in no block, or in one that is set aside for others. */
#[About('number-outside-block', 'extension blocks', Section::Voice)]
final class NumberOutsideBlock extends Rule
{
    public function check(Plan $plan): iterable
    {
        $blocks = new NumberBlocks($plan->job);
        foreach ($blocks->isEmpty() ? [] : $plan->job->extensions as $extension) {
            $said = $blocks->misfit($extension);
            if (null !== $said) {
                yield $this->finding($extension, $said);
            }
        }
        foreach ($blocks->overlapping() as [$one, $other]) {
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf('The extension blocks %s and %s overlap', $one->name, $other->name),
                why: 'Both offer the same free extension.',
                devices: [],
                advice: \sprintf('Shorten %s or %s.', $one->name, $other->name),
                value: $one->id.' '.$other->id,
                records: [['blocks', $one->id], ['blocks', $other->id]],
            );
        }
    }

    private function finding(Extension $extension, string $said): Finding
    {
        return $this->found(
            severity: Severity::Warning,
            title: \sprintf('Extension %s %s', $extension->number, $said),
            why: 'Free extensions are taken from the blocks.',
            devices: array_filter([$extension->device], \is_string(...)),
            advice: 'Move it to an extension of its block, or widen the block.',
            value: $extension->number,
            records: [['extensions', $extension->number]],
        );
    }
}
