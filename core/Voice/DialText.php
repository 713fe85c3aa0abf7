<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

/** The answer to one dialled number, for people. */
final class DialText
{
    public static function write(DialQuery $query, Dialled $dialled, VoicePlan $plan): string
    {
        $lines = [
            'Dialled' => \sprintf('%s %s', $query->number, null === $query->from ? 'by '.$query->trunk : 'at '.$query->from),
            'Route' => [] === $dialled->matched ? 'no route' : implode(', ', $dialled->matched),
            'Trunk' => $dialled->route ?? 'no route',
            'Digits sent' => '' === $dialled->digits ? 'no digits' : $dialled->digits,
            'Destination' => self::end($dialled->to, $plan),
            'Caller waits' => \sprintf('%d s', $dialled->waitSeconds),
            'Result' => $dialled->verdict->label(),
        ];
        $text = '';
        foreach ($lines as $name => $value) {
            $text .= str_pad($name, 14).$value."\n";
        }

        return $text."\n".$dialled->why."\n";
    }

    private static function end(?DialEnd $end, VoicePlan $plan): string
    {
        if (null === $end) {
            return 'nowhere';
        }
        $name = 'trunk' === $end->kind ? $plan->trunks[$end->id]->name ?? $end->id : $plan->extension($end->id)->name ?? $end->id;

        return $name === $end->id ? \sprintf('%s %s', $end->kind, $end->id) : \sprintf('%s %s, %s', $end->kind, $end->id, $name);
    }
}
