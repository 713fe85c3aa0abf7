<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Wiring;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\SwitchLink;

/** Switches that are linked in a ring send in circles, unless a protocol shuts one of the links (IEEE 802.1Q, clause 13). */
#[About('links-in-a-ring', 'loop between switches', Section::Networks, view: 'cables')]
final class LinksInARing extends Rule
{
    public function check(Plan $plan): iterable
    {
        $leads = [];
        foreach ($plan->job->all(SwitchLink::class) as $link) {
            [$from, $to] = [self::root($leads, $link->from->switch), self::root($leads, $link->to->switch)];
            if ($from !== $to) {
                $leads[$from] = $to;
                continue;
            }
            yield $this->found(
                severity: Severity::Warning,
                title: \sprintf('%s closes a loop between switches', $link->name),
                why: 'Without a spanning tree (RSTP) frames circulate endlessly; with it one link of the loop is blocked.',
                devices: [],
                advice: 'Enable RSTP on all switches of the loop and record which link is blocked.',
                value: $link->id,
                records: [['links', $link->id]],
            );
        }
    }

    /** @param array<string, string> $leads from switch to switch, within what is linked so far */
    private static function root(array $leads, string $at): string
    {
        while (isset($leads[$at])) {
            $at = $leads[$at];
        }

        return $at;
    }
}
