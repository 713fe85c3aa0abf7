<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Rules;
use Vorhut\Core\Isolation;
use Vorhut\Tests\Support\Jobs;

final class IsolationTest extends TestCase
{
    protected function tearDown(): void
    {
        Isolation::reportTo(null);
    }

    public function testAPartThatFailsIsReportedByItsNameAndTheOthersGoOn(): void
    {
        $told = [];
        Isolation::reportTo(static function (string $part, \Throwable $e) use (&$told): void {
            $told[] = $part.': '.$e->getMessage();
        });
        $broken = static function (): \Generator {
            yield 1;
            throw new \TypeError('no such key');
        };
        self::assertNull(Isolation::all('The rule x', $broken), 'half of it is nothing');
        self::assertSame([1, 2], Isolation::all('The rule y', static fn (): array => ['a' => 1, 'b' => 2]));
        self::assertNull(Isolation::run('A drawing', static fn (): int => intdiv(1, 0)));
        self::assertSame(['The rule x: no such key', 'A drawing: Division by zero'], $told);
    }

    public function testWhereNobodyIsToldItFailsLoudly(): void
    {
        $this->expectException(\DivisionByZeroError::class);
        Isolation::run('A drawing', static fn (): int => intdiv(1, 0));
    }

    public function testARuleThatFailsIsAFinding(): void
    {
        $told = 0;
        Isolation::reportTo(static function () use (&$told): void {
            ++$told;
        });
        $rules = new \ReflectionProperty(Rules::class, 'all');
        $before = Rules::all();
        $broken = new #[About('duplicate-address', 'duplicate address')] class extends Rule {
            public function check(Plan $plan): iterable
            {
                throw new \LogicException('broken');
            }
        };
        try {
            $rules->setValue(null, [$broken, ...$before]);
            $titles = array_map(static fn (Finding $f): string => $f->title, Check::run(Jobs::demo()));
        } finally {
            $rules->setValue(null, $before);
        }
        self::assertSame(1, $told);
        self::assertSame('The check "duplicate address" failed', $titles[0]);
        self::assertGreaterThan(40, \count($titles));
    }
}
