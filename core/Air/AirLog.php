<?php

declare(strict_types=1);

namespace Vorhut\Core\Air;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Net\MacAddress;

/**
 * An excerpt of what a RADIUS server and its neighbours log, a line an event: time, then words and their values in any order.
 *
 *     2026-11-26T09:14:02 phone=02-47-00-00-61-0c user=berth-hand stage=method
 *     2026-11-26T09:14:03 phone=02-47-00-00-61-0c user=berth-hand stopped=credential reason="not in band"
 *
 * `stage` is one that was reached, `stopped` one that was not: network, client, account, method, credential, rule, challenge, accepted,
 * lease, registered. Who it is about is said by `phone` (a MAC), or else by `user`. A new attempt begins where `stage` is network or client
 * again. Lines that begin with # are left out.
 */
final class AirLog
{
    private const LONGEST = 200000;

    /**
     * @return list<AirAttempt> the last attempt of each phone, in the order in which they came up
     *
     * @throws InvalidValue for a line that cannot be read
     */
    public static function read(string $text): array
    {
        if (\strlen($text) > self::LONGEST) {
            throw new InvalidValue('the log', \sprintf('at most %d characters', self::LONGEST), 'Keep only the relevant part.');
        }
        /** @var array<array-key, array{reached: AirStage|null, stopped: AirStage|null, reason: string, lines: int}> $attempts */
        $attempts = [];
        foreach (explode("\n", $text) as $number => $line) {
            $line = trim($line);
            if ('' === $line || str_starts_with($line, '#')) {
                continue;
            }
            $words = self::words($line);
            $who = self::who($words, $number + 1, $line);
            $reached = self::stage($words['stage'] ?? null, $number + 1);
            $stopped = self::stage($words['stopped'] ?? null, $number + 1);
            $begins = null !== $reached && $reached->order() <= AirStage::Client->order();
            $attempt = $attempts[$who] ?? ['reached' => null, 'stopped' => null, 'reason' => '', 'lines' => 0];
            if ($begins && AirStage::Client->order() <= ($attempt['reached']?->order() ?? -1)) {
                $attempt = ['reached' => null, 'stopped' => null, 'reason' => '', 'lines' => 0];
            }
            if (null !== $reached && ($attempt['reached']?->order() ?? -1) < $reached->order()) {
                $attempt['reached'] = $reached;
            }
            if (null !== $stopped) {
                [$attempt['stopped'], $attempt['reason']] = [$stopped, $words['reason'] ?? ''];
            }
            ++$attempt['lines'];
            $attempts[$who] = $attempt;
        }
        $read = [];
        foreach ($attempts as $who => $of) {
            $next = AirStage::cases()[($of['reached']?->order() ?? -1) + 1] ?? null;
            $read[] = new AirAttempt(
                who: (string) $who,
                reached: $of['reached'],
                stopped: $of['stopped'] ?? $next,
                reason: $of['reason'],
                lines: $of['lines'],
            );
        }

        return $read;
    }

    /** @return array<string, string> values by word */
    private static function words(string $line): array
    {
        preg_match_all('/([a-z]{2,20})=(?:"([^"]*)"|(\S+))/', $line, $found, \PREG_SET_ORDER);
        $words = [];
        foreach ($found as $m) {
            $words[$m[1]] = $m[3] ?? $m[2] ?? '';
        }

        return $words;
    }

    /**
     * @param array<string, string> $words
     *
     * @throws InvalidValue
     */
    private static function who(array $words, int $number, string $line): string
    {
        $mac = MacAddress::tryFrom($words['phone'] ?? '');
        $who = null === $mac ? $words['user'] ?? '' : (string) $mac;
        if ('' === $who || (!isset($words['stage']) && !isset($words['stopped']))) {
            throw new InvalidValue(
                mb_strimwidth($line, 0, 60, '…'),
                'phone= with a MAC or user=, and stage= or stopped=',
                \sprintf('Line %d names neither the phone nor the stage. Begin a line with # to ignore it.', $number),
            );
        }

        return $who;
    }

    /** @throws InvalidValue */
    private static function stage(?string $text, int $number): ?AirStage
    {
        if (null === $text) {
            return null;
        }
        $stages = implode(', ', array_map(static fn (AirStage $s): string => $s->value, AirStage::cases()));

        return AirStage::tryFrom($text) ?? throw new InvalidValue($text, 'one of '.$stages, \sprintf('Look at line %d.', $number));
    }
}
