<?php

declare(strict_types=1);

namespace Vorhut\App\Frame;

use Vorhut\App\Plan\JobDigest;
use Vorhut\App\Plan\JobFigures;
use Vorhut\App\Web\Words;

/** The stops of a job in the order of work, each with how far it is. */
final class JobNavigation
{
    /** @return list<array{id: string, name: string, key: string, state: string, done: bool, findings: int}> */
    public static function stops(JobDigest $d): array
    {
        /** @var list<array{string, string, string, string, bool}> $stops */
        $stops = [
            [
                'brief',
                'Brief',
                'b',
                0 === \count($d->findings) ? 'nothing open' : Words::count(\count($d->findings), 'finding'),
                true,
            ],
            ['networks', 'Networks', 'n', Words::count($d->segments, 'segment'), $d->segments > 0],
            [
                'devices',
                'Devices',
                'd',
                $d->withoutAddress > 0
                    ? \sprintf('%d, %d without address', $d->devices, $d->withoutAddress)
                    : (string) $d->devices,
                $d->devices > 0 && 0 === $d->withoutAddress,
            ],
            [
                'pairings',
                'Pairings',
                'a',
                Words::count($d->pairings, 'pairing'),
                $d->pairings > 0 && [] === $d->findingsAt('pairings'),
            ],
            [
                'bench',
                'Bench',
                't',
                \sprintf('%d of %d configured', $d->setUp, $d->devices),
                $d->devices > 0 && $d->setUp === $d->devices,
            ],
            ['voice', 'Voice', 'v', Words::count($d->numbers, 'extension'), $d->numbers > 0 && [] === $d->findingsAt('voice')],
            self::trade(d: $d, id: 'media', name: 'Media', key: 'm', count: $d->streams, one: 'stream'),
            self::trade(d: $d, id: 'power', name: 'Power and rack', key: 'w', count: $d->count('racks'), one: 'rack'),
            [
                'proof',
                'Proof',
                'p',
                JobFigures::fromDigest($d, 0)->state()[0],
                \count($d->intents) > 0 && 0 === $d->failingIntents() + $d->unsettledIntents(),
            ],
            ['hand-over', 'Hand-over', 'h', $d->isReady() ? 'ready' : 'not ready to sign', $d->isReady()],
        ];

        return array_map(
            static fn (array $s): array => [
                'id' => $s[0],
                'name' => $s[1],
                'key' => $s[2],
                'state' => $s[3],
                'done' => $s[4],
                'findings' => 'brief' === $s[0] ? 0 : \count($d->findingsAt($s[0])),
            ],
            $stops,
        );
    }

    /**
     * One that not every job has: it is done where something is planned, and nothing of it is wrong.
     *
     * @return array{string, string, string, string, bool}
     */
    private static function trade(JobDigest $d, string $id, string $name, string $key, int $count, string $one): array
    {
        $isDone = $count > 0 && [] === $d->findingsAt($id);

        return [$id, $name, $key, 0 === $count ? 'none planned' : Words::count($count, $one), $isDone];
    }
}
