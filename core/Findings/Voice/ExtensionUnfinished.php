<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Voice;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\ExtensionKind;

/** A number at which nothing can answer yet. */
#[About('extension-unfinished', 'extension incomplete', Section::Voice)]
final class ExtensionUnfinished extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->extensions as $extension) {
            $lacks = self::lacks($extension);
            if (null !== $lacks) {
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf('Extension %s has no %s', $extension->number, $lacks),
                    why: 'Calls to it are not answered.',
                    devices: array_filter([$extension->device], \is_string(...)),
                    advice: \sprintf('Set the %s of extension %s, or delete it.', $lacks, $extension->number),
                    value: $extension->number,
                    records: [['extensions', $extension->number]],
                );
            }
        }
    }

    private static function lacks(Extension $extension): ?string
    {
        return match ($extension->kind) {
            ExtensionKind::Sip => null === $extension->device ? 'device' : (null === $extension->server ? 'phone system' : null),
            ExtensionKind::Group => [] === $extension->members ? 'members' : null,
            ExtensionKind::Attendant => $extension->menu->isEmpty() ? 'menu' : null,
            ExtensionKind::Paging => [] === $extension->members && null === $extension->group ? 'members or paging group' : null,
            ExtensionKind::Conference => null === $extension->sites ? 'number of sites' : null,
            ExtensionKind::Fax => null === ($extension->mail ?? $extension->device) ? 'mail address for faxes' : null,
            ExtensionKind::Analogue, ExtensionKind::Voicemail => null,
        };
    }
}
