<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent\Suggestion;

use Vorhut\Core\Intent\SuggestedIntent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\MidSentence;

/** Guests reach none of the pages and ports by which units are managed. */
final class GuestsStayOut implements SuggestedIntent
{
    /** English, German, French and Spanish. */
    private const GUESTS = '/guest|visitor|g[äa]st|besucher|invit|visiteur|hu[eé]sped|visitante/iu';

    private const MAX_NAMES = 2;

    public function suggestions(Job $job): iterable
    {
        $kinds = [];
        foreach ($job->devices as $device) {
            $profile = $job->profileOf($device);
            if (null !== $profile->manage) {
                $kinds[(string) $profile->manage]['profile:'.$device->profile] = MidSentence::label($profile->plural);
            }
        }
        foreach ($job->segments as $segment) {
            foreach (1 === preg_match(self::GUESTS, $segment->name.' '.$segment->id) ? $kinds : [] as $service => $profiles) {
                yield [
                    'name' => \sprintf('%s must not reach %s on %s', $segment->name, self::names(array_values($profiles)), $service),
                    'kind' => 'reach',
                    'from' => ['segment:'.$segment->id],
                    'to' => array_keys($profiles),
                    'service' => $service,
                    'expect' => 'must-not',
                ];
            }
        }
    }

    /** @param list<string> $names */
    private static function names(array $names): string
    {
        $names = array_values(array_unique($names));
        $more = \count($names) - self::MAX_NAMES;

        return implode(', ', \array_slice($names, 0, self::MAX_NAMES)).($more > 0 ? \sprintf(' and %d other device types', $more) : '');
    }
}
