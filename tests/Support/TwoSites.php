<?php

declare(strict_types=1);

namespace Vorhut\Tests\Support;

use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;

/** Codecs at two sites: two behind a translation, one with a public address, and the internet between them. */
final class TwoSites
{
    private const FAR = '192.0.2.10';
    public const PUBLIC = ['public-address' => '198.51.100.2'];
    public const SIGNALS = ['interface' => '198.51.100.2', 'protocol' => 'udp', 'port' => 5060, 'to' => '10.60.1.20', 'toPort' => 5060];
    public const MEDIA = [
        'interface' => '198.51.100.2', 'protocol' => 'udp', 'port' => 16000, 'lastPort' => 16199, 'to' => '10.60.1.20', 'toPort' => 16000,
    ];

    /** @param array<string, mixed> $more */
    public static function dialling(Job $job, string $from, string $to, array $more = []): Job
    {
        $party = static fn (string $id): string => str_contains($id, ':') ? $id : 'device:'.$id;

        $intent = $more + ['id' => 'i', 'kind' => 'dial', 'from' => [$party($from)], 'to' => [$party($to)]];

        return $job->with(new ChangeSet('', [new Edit(Intent::class, 'i', null, $intent)]));
    }

    /**
     * @param array<string, mixed> $near settings of the codec behind the translation
     * @param list<array<string, mixed>> $forwards
     * @param array<string, mixed> $policy of the router before it
     */
    public static function job(array $near, array $forwards, array $policy = []): Job
    {
        $codec = ['profile' => 'room-codec'];

        return Jobs::make(
            [
                'av' => '10.60.1.0/24',
                'wan' => ['prefix' => '198.51.100.0/29', 'external' => ['kind' => 'internet']],
                'away' => ['prefix' => '192.0.2.0/28', 'external' => ['kind' => 'internet']],
            ],
            [
                'near' => $codec + ['at' => ['av', '10.60.1.20/24', '10.60.1.1'], 'settings' => $near],
                'second' => $codec + ['at' => ['av', '10.60.1.21/24', '10.60.1.1']],
                'far' => $codec + ['at' => ['away', self::FAR.'/28', '192.0.2.1']],
                'desk' => ['at' => ['av', '10.60.1.30/24', '10.60.1.1'], 'if' => ['listens' => ['udp/5060']]],
            ],
            ['edge' => $policy + [
                'in' => ['av' => '10.60.1.1/24', 'wan' => [
                    'address' => '198.51.100.2/29', 'masquerade' => true, 'extraAddresses' => ['198.51.100.3/29'],
                ]],
                'routes' => [['to' => '0.0.0.0/0', 'via' => '198.51.100.1']],
                'forwards' => $forwards,
            ]],
        );
    }
}
