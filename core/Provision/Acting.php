<?php

declare(strict_types=1);

namespace Vorhut\Core\Provision;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\LeaseOption;

/** What a plan that somebody else wrote brings that acts once it is here: templates that are filled, what units are told, links. */
final class Acting
{
    private const LINK = '~\bhttps?://[^\s"\'<>\\\\]{1,300}~i';
    private const MOST_LINKS = 50;

    /** @return list<array{of: string, what: string, text: string}> whose it is, what it does, and how it is written */
    public static function of(Job $job): array
    {
        $acts = [];
        foreach (array_keys($job->records['profiles'] ?? []) as $id) {
            array_push($acts, ...self::kind($job->profiles->get((string) $id)));
        }
        foreach (self::links($job) as $link => $where) {
            $acts[] = ['of' => $where, 'what' => 'a link', 'text' => (string) $link];
        }

        return $acts;
    }

    /** @return list<array{of: string, what: string, text: string}> */
    private static function kind(DeviceProfile $kind): array
    {
        $file = $kind->provisioning;
        $template = [
            'of' => $kind->plural,
            'what' => \sprintf('a template, filled for each of them and served as %s (%s)', $file->file, $file->type->value),
            'text' => implode("\n", $file->template),
        ];

        return [
            ...($file->isThere() ? [$template] : []),
            ...array_map(static fn (LeaseOption $o): array => [
                'of' => $kind->plural,
                'what' => \sprintf('DHCP option %d%s', $o->code, null === $o->inside ? '' : ', code '.$o->inside),
                'text' => $o->value,
            ], $file->options),
        ];
    }

    /** @return array<array-key, string> the list in which each stands first, by link */
    private static function links(Job $job): array
    {
        $links = [];
        foreach (['job' => (array) $job->info, ...$job->records] as $list => $records) {
            array_walk_recursive($records, static function (mixed $value) use (&$links, $list): void {
                if (\is_string($value) && 0 < preg_match_all(self::LINK, $value, $m)) {
                    $links += array_fill_keys($m[0], $list);
                }
            });
        }

        return \array_slice($links, 0, self::MOST_LINKS, true);
    }
}
