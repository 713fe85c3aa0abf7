<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core;

use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Proof\Crossings;
use Vorhut\Core\Proof\Prover;
use Vorhut\Tests\Support\DigitIds;
use Vorhut\Tests\Support\Jobs;

/** Ids of digits, such as the number of a VLAN, become integers as keys of arrays: nothing is found otherwise for that. */
#[CoversNothing]
final class DigitIdsTest extends TestCase
{
    public function testTheSameIsFound(): void
    {
        $digits = DigitIds::demo();
        self::assertContainsOnlyInt(array_keys($digits->devices));
        self::assertSame(self::rules(Jobs::demo()), self::rules($digits));
    }

    public function testTheSameIsProvenAndMended(): void
    {
        self::assertSame(self::proven(Jobs::demo()), self::proven(DigitIds::demo()));
        $digits = DigitIds::demo();
        $first = (string) array_key_first($digits->segments);
        $plain = Jobs::demo();
        $ping = Service::fromString('icmp');
        self::assertSameSize(
            Crossings::crossings($plain, (string) array_key_first($plain->segments), array_keys($plain->segments), $ping),
            Crossings::crossings($digits, $first, array_map(strval(...), array_keys($digits->segments)), $ping),
        );
    }

    /** @return array<string, int> findings by rule */
    private static function rules(Job $job): array
    {
        return array_count_values(array_map(static fn (Finding $f): string => $f->rule, Check::run($job)));
    }

    /** @return list<array<string, int>> */
    private static function proven(Job $job): array
    {
        return array_values(array_map(static fn ($p): array => $p->counts(), (new Prover($job))->prove()->intents));
    }
}
