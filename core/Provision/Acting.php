<?php

declare(strict_types=1);

namespace Vorhut\Core\Provision;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\LeaseOption;
use Vorhut\Core\Record\RecordType;

/** What a plan or a kind that somebody else wrote brings that acts: templates that are filled, what units are told, links. */
final class Acting
{
    private const LINK = '~\bhttps?://[^\s"\'<>\\\\]{1,300}~i';
    private const MAX_LINKS = 50;

    /** @return list<array{of: string, what: string, text: string}> whose it is, what it does, and how it is written */
    public static function inJob(Job $job): array
    {
        $acts = [];
        foreach (array_keys($job->records['profiles'] ?? []) as $id) {
            array_push($acts, ...self::provisioning($job->profiles->get((string) $id)));
        }

        return [...$acts, ...self::links(['job' => (array) $job->info, ...$job->records])];
    }

    /**
     * @param array<array-key, mixed> $record a kind as a job file has it
     *
     * @return list<array{of: string, what: string, text: string}>
     *
     * @throws \Vorhut\Core\Record\InvalidFile for what is no kind
     */
    public static function inKind(array $record): array
    {
        $kind = RecordType::fromClass(DeviceProfile::class)->read($record);

        return [...self::provisioning($kind), ...self::links([$kind->name => $record])];
    }

    /** @return list<array{of: string, what: string, text: string}> */
    private static function provisioning(DeviceProfile $kind): array
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

    /**
     * @param array<array-key, array<array-key, mixed>> $places records, by what they are shown as
     *
     * @return list<array{of: string, what: string, text: string}> each link once, where it stands first
     */
    private static function links(array $places): array
    {
        $links = [];
        foreach ($places as $place => $records) {
            array_walk_recursive($records, static function (mixed $value) use (&$links, $place): void {
                if (\is_string($value) && 0 < preg_match_all(self::LINK, $value, $m)) {
                    $links += array_fill_keys($m[0], (string) $place);
                }
            });
        }
        $acts = [];
        foreach (\array_slice($links, 0, self::MAX_LINKS, true) as $link => $place) {
            $acts[] = ['of' => $place, 'what' => 'a link', 'text' => (string) $link];
        }

        return $acts;
    }
}
