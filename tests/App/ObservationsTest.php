<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Random\Engine\Mt19937;
use Random\Randomizer;
use Vorhut\App\Entity\Observation;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Proof\Observations;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Proof\SeenCounts;

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
        $all = [$this->see('i', 'u1', PairVerdict::Through), $this->see('i', 'u2', PairVerdict::NoReply)];
        $all[0]->withdraw(true);
        $this->em()->flush();
        self::assertEquals(['i' => new SeenCounts(onSite: 1)], $this->observations->counts($this->stored));
        $all[0]->withdraw(false);
        $all[1]->withdraw(true);
        $this->em()->flush();
        self::assertEquals(['i' => new SeenCounts(onSite: 1, holdingOnSite: 1)], $this->observations->counts($this->stored));
    }

    public function testTheLastWordOnEachPairCounts(): void
    {
        $random = new Randomizer(new Mt19937(7));
        $all = [];
        for ($n = 0; $n < 60; ++$n) {
            for ($times = $random->getInt(0, 3); $times > 0; --$times) {
                $span = [PairVerdict::Through, PairVerdict::NoReply, PairVerdict::Untried][$random->getInt(0, 2)];
                $all[] = $this->see('i'.$random->getInt(0, 1), 'u'.$random->getInt(0, 2), $span, 1 === $random->getInt(0, 1));
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

    private function see(string $intent, string $asked, PairVerdict $span, bool $onSite = true): Observation
    {
        $at = new \DateTimeImmutable();
        $seen = new Observation(
            job: $this->stored,
            intent: $intent,
            asker: 'asker',
            asked: $asked,
            span: $span,
            note: '',
            user: null,
            at: $at,
            onSite: $onSite,
        );
        $this->em()->persist($seen);
        $this->em()->flush();

        return $seen;
    }

    /**
     * @param list<Observation> $all
     *
     * @return array<string, SeenCounts>
     */
    private static function counted(array $all): array
    {
        $last = [];
        foreach ($all as $seen) {
            if (!$seen->isWithdrawn()) {
                $last[$seen->getIntent()][$seen->where()->value.' '.$seen->getPair()] = $seen;
            }
        }
        $counts = [];
        foreach ($last as $intent => $words) {
            $counts[$intent] = new SeenCounts();
            foreach ($words as $seen) {
                $isSeen = (int) (PairVerdict::Untried !== $seen->getSpan());
                $counts[$intent] = $counts[$intent]->with($seen->where(), $isSeen, (int) $seen->getSpan()->holds());
            }
        }

        return $counts;
    }

    /** What stand-ins answered and what real units did are two things, in the table, at the pair and when it is signed. */
    public function testTheLabAndTheSiteAreKeptApart(): void
    {
        $this->as('ines');
        $at = new \DateTimeImmutable();
        foreach ([['control-phone-1', false], ['this-machine', true], [null, true]] as $n => [$vantage, $onSite]) {
            $pair = ['window-1', 'window-2', 'window-3'][$n];
            $who = $this->person('ines');
            $seen = new Observation(
                job: $this->stored,
                intent: 'phones-register',
                asker: $pair,
                asked: 'pbx',
                span: PairVerdict::Through,
                note: '',
                user: $who,
                at: $at,
                vantage: $vantage,
                evidence: '',
                onSite: $onSite,
            );
            $this->em()->persist($seen);
        }
        $this->em()->flush();
        $counts = $this->observations->counts($this->stored)['phones-register'];
        self::assertSame('◆ 2 of 2 hold on site, ◇ 1 of 1 in the lab', $counts->words());
        $page = $this->client->request('GET', self::JOB.'/proof')->filter('.intents')->text();
        self::assertStringContainsString('◆ 2 of 2 hold on site, ◇ 1 of 1 in the lab', $page);
        $this->post(self::JOB.'/hand-over/sign', ['takenBy' => 'Runa Fell', 'reservations' => 'All of it']);
        $signed = $this->client->followRedirect()->text();
        self::assertStringContainsString('◆ Tested to hold on site 2 of 95 pairs', $signed);
        self::assertStringContainsString('◇ Tested to hold in the lab 1 of 95 pairs', $signed);
        self::assertStringContainsString('93 pairs: predicted, or tested in the lab only', $signed);
    }
}
