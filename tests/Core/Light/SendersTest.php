<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Light;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Light\Senders;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Units;

final class SendersTest extends TestCase
{
    /** ANSI E1.31, section 6.2.3: the higher priority wins. */
    public function testTheHighestPriorityStandsFirst(): void
    {
        $kind = ['settings' => [
            ['id' => 'universes', 'type' => 'whole', 'list' => true],
            ['id' => 'priority', 'type' => 'whole', 'default' => 100],
        ]];
        $sends = static fn (array $universes, int $priority): array => [
            'settings' => ['universes' => $universes, 'priority' => $priority],
        ];
        $job = Units::job(['desk' => $kind], [
            'low' => $sends([1, 2], 50),
            'high' => $sends([1], 150),
            'middle' => $sends([1], 100),
            'silent' => [],
        ]);
        $senders = array_map(
            static fn (array $some): array => array_map(static fn (array $one): string => $one[0]->id.' '.$one[1], $some),
            Senders::bySender($job, new Settings($job)),
        );
        self::assertSame([1 => ['high 150', 'middle 100', 'low 50'], 2 => ['low 50']], $senders);
    }
}
