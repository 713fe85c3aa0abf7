<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Rooms;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Conference;
use Vorhut\Core\Job\Relation;

/** Whoever is to be called stands in the directory of whoever calls. */
#[About('site-not-listed', 'not in the directory', Section::Media, view: 'rooms')]
final class SiteNotListed extends Rule
{
    private const DIALS = 'dials';

    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->all(Conference::class) as $conference) {
            $host = $plan->job->devices[$conference->host];
            $kinds = [];
            foreach ($plan->job->profileOf($host)->couplings as $coupling) {
                $kinds = self::DIALS === $coupling->id ? $coupling->with : $kinds;
            }
            $listed = [];
            foreach ($plan->settings()->couplings->from($host) as $coupled) {
                $listed[$coupled->to->id] = self::DIALS === $coupled->coupling->id || isset($listed[$coupled->to->id]);
            }
            foreach ($conference->sites as $id) {
                $site = $plan->job->devices[$id];
                if ($id === $host->id || ($listed[$id] ?? false) || !\in_array($site->profile, $kinds, true)) {
                    continue;
                }
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf('%s is not in the directory of %s', $site->name, $host->name),
                    why: \sprintf('%s is started from there.', $conference->name),
                    devices: [$host->id, $site->id],
                    advice: \sprintf('Add %s to the directory of %s.', $site->name, $host->name),
                    change: self::enter($plan, $host->id, $id),
                    value: $conference->id.' '.$id,
                    records: [['conferences', $conference->id]],
                );
            }
        }
    }

    private static function enter(Plan $plan, string $host, string $site): ChangeSet
    {
        $record = ['id' => $host.'-dials-'.$site, 'coupling' => self::DIALS, 'from' => $host, 'to' => $site];

        return new ChangeSet(
            \sprintf('Added %s to the directory of %s', $plan->job->nameOf($site), $plan->job->nameOf($host)),
            [$plan->job->edit(Relation::class, $record['id'], $record)],
        );
    }
}
