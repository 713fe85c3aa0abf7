<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Job\TrunkEnd;
use Vorhut\Core\Record\Field\Field;
use Vorhut\Core\Record\Field\HasLabel;
use Vorhut\Core\Record\Field\Listed;
use Vorhut\Core\Record\RecordType;

/** Both ends of a trunk beside each other, field by field. */
final class TrunkRows
{
    /** Why it matters that a field is the same at both ends. */
    private const WHY = [
        'server' => 'Outbound calls go to the wrong server.',
        'port' => 'Outbound calls reach a closed port.',
        'source' => 'The carrier sends inbound calls to another address, or does not accept ours.',
        'sourcePort' => 'Inbound calls reach a closed port.',
        'domain' => 'The carrier refuses numbers of a domain it does not know.',
        'transports' => 'The ends have none in common: enable one at both.',
        'trust' => 'One end waits for a password that the other does not send.',
        'login' => 'The registration is refused.',
        'standing' => 'One end waits for a registration that never comes; inbound calls fail.',
        'codecs' => 'Calls connect and are silent, or are refused (488).',
        'keyTones' => 'DTMF digits do not reach menus.',
        'fax' => 'Faxes break off after the first page or before.',
        'channels' => 'Calls above the lower number are refused.',
        'header' => 'All inbound calls go to the fallback, because the called number is in another header.',
    ];

    /** @return list<TrunkRow> */
    public static function rows(Trunk $trunk): array
    {
        $rows = [];
        $all = [get_object_vars($trunk->ours), get_object_vars($trunk->theirs)];
        foreach (RecordType::fromClass(TrunkEnd::class)->fields as $key => $field) {
            [$ours, $theirs] = array_column($all, $key);
            $isOpen = \in_array($ours, [null, [], ''], true) || \in_array($theirs, [null, [], ''], true);
            $rows[] = new TrunkRow(
                key: $key,
                name: $field->label,
                ours: self::shown($ours),
                theirs: self::shown($theirs),
                agrees: $isOpen ? null : self::agree($field, $ours, $theirs),
                why: self::WHY[$key],
            );
        }

        return $rows;
    }

    private static function agree(Field $field, mixed $ours, mixed $theirs): bool
    {
        if ($field instanceof Listed && \is_array($ours) && \is_array($theirs)) {
            return [] !== array_uintersect($ours, $theirs, static fn (mixed $a, mixed $b): int => self::shown($a) <=> self::shown($b));
        }

        return \is_string($ours) && \is_string($theirs) ? 0 === strcasecmp($ours, $theirs) : $ours === $theirs;
    }

    private static function shown(mixed $value): string
    {
        return match (true) {
            \is_array($value) => implode(', ', array_map(self::shown(...), $value)),
            $value instanceof HasLabel => $value->label(),
            default => \is_scalar($value) ? (string) $value : '',
        };
    }
}
