<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Random\Engine\Mt19937;
use Random\Randomizer;
use Vorhut\App\Entity\Observation;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Proof\Observations;
use Vorhut\Core\Intent\Span;

/** Observations are counted on from what was counted last: whatever comes, as if all were counted anew. */
final class ObservationsTest extends AppTestCase
{
    private Observations $observations;
    private StoredJob $stored;

    protected function setUp(): void
    {
        parent::setUp();
        $observations = self::getContainer()->get(Observations::class);
        \assert($observations instanceof Observations);
        $this->observations = $observations;
        $this->stored = $this->stored();
    }

    public function testOneTakenBackInPlaceOfAnother(): void
    {
        $all = [$this->see('i', 'u1', Span::Through), $this->see('i', 'u2', Span::NoReply)];
        $all[0]->withdraw(true);
        $this->em()->flush();
        self::assertSame(['i' => ['holding' => 0, 'all' => 1]], $this->observations->counts($this->stored));
        $all[0]->withdraw(false);
        $all[1]->withdraw(true);
        $this->em()->flush();
        self::assertSame(['i' => ['holding' => 1, 'all' => 1]], $this->observations->counts($this->stored));
    }

    public function testTheLastWordOnEachPairCounts(): void
    {
        $random = new Randomizer(new Mt19937(7));
        $all = [];
        for ($n = 0; $n < 60; ++$n) {
            for ($times = $random->getInt(0, 3); $times > 0; --$times) {
                $span = [Span::Through, Span::NoReply, Span::Untried][$random->getInt(0, 2)];
                $all[] = $this->see('i'.$random->getInt(0, 1), 'u'.$random->getInt(0, 2), $span);
            }
            if ([] !== $all && 0 === $n % 5) {
                foreach ([0, 1] as $times) {
                    $one = $all[$random->getInt(0, \count($all) - 1)];
                    $one->withdraw(!$one->isWithdrawn());
                }
                $this->em()->flush();
            }
            self::assertEquals(self::counted($all), $this->observations->counts($this->stored), 'round '.$n);
        }
    }

    private function see(string $intent, string $asked, Span $span): Observation
    {
        $seen = new Observation($this->stored, $intent, 'asker', $asked, $span, '', null, new \DateTimeImmutable());
        $this->em()->persist($seen);
        $this->em()->flush();

        return $seen;
    }

    /**
     * @param list<Observation> $all
     *
     * @return array<string, array{holding: int, all: int}>
     */
    private static function counted(array $all): array
    {
        $last = [];
        foreach ($all as $seen) {
            if (!$seen->isWithdrawn()) {
                $last[$seen->getIntent()][$seen->getPair()] = $seen->getSpan();
            }
        }
        $counts = [];
        foreach ($last as $intent => $spans) {
            $counts[$intent] = [
                'holding' => \count(array_filter($spans, static fn (Span $s): bool => $s->holds())),
                'all' => \count(array_filter($spans, static fn (Span $s): bool => Span::Untried !== $s)),
            ];
        }

        return $counts;
    }
}
