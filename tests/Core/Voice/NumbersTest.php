<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Voice;

use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\ExtensionKind;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Voice\Dialler;
use Vorhut\Core\Voice\DialQuery;
use Vorhut\Core\Voice\NumberMaker;
use Vorhut\Core\Voice\RingPlan;
use Vorhut\Core\Voice\RingStage;
use Vorhut\Core\Voice\VoicePlan;

/** Numbers made many at once, and in which order they ring. */
final class NumbersTest extends TestCase
{
    public function testNumbersAreMadeAroundThoseThatAreTaken(): void
    {
        $made = NumberMaker::from(
            job: self::job([
                'extensions' => [['number' => '997', 'name' => 'Night watch']],
                'codes' => [['code' => '996', 'kind' => 'service', 'name' => 'Taxi']],
            ]),
            first: '995',
            count: 9,
            names: ['Mara', 'Ole'],
            kind: ExtensionKind::Sip,
            server: null,
        );
        self::assertSame(
            [['number' => '995', 'name' => 'Mara'], ['number' => '998', 'name' => 'Ole'], ['number' => '999', 'name' => '']],
            $made->made,
            'and none longer than the first',
        );
        self::assertSame(['996', '997'], array_column($made->left, 'number'));
        self::assertSame('is Night watch', $made->left[1]['why']);
        self::assertCount(3, $made->changeSet()->edits);
    }

    public function testThoseOfAGroupRingOneAfterTheOtherOrTogether(): void
    {
        $group = ['number' => '40', 'kind' => 'group', 'members' => ['21', '22'], 'seconds' => 15];
        self::assertSame(['21, 22 for 15'], self::rings([$group + ['ring' => 'all']], '40'));
        self::assertSame(['21 for 15', '22 for 15'], self::rings([$group + ['ring' => 'in-turn']], '40'));
    }

    public function testWhoComesOtherwiseRingsBeforeAnyMailboxAndNobodyTwice(): void
    {
        $more = [
            ['number' => '30', 'seconds' => 10, 'otherwise' => 'extension:31', 'mailbox' => true],
            ['number' => '31', 'seconds' => 20, 'mailbox' => true],
            ['number' => '32', 'seconds' => 10, 'otherwise' => 'extension:33'],
            ['number' => '33', 'seconds' => 20, 'otherwise' => 'extension:32'],
        ];
        self::assertSame(['30 for 10', '31 for 20', 'mailbox 31'], self::rings($more, '30'));
        self::assertSame(['32 for 10', '33 for 20'], self::rings($more, '32'));
    }

    /**
     * @param list<array<string, mixed>> $more extensions
     *
     * @return list<string>
     */
    private static function rings(array $more, string $number): array
    {
        $plan = new VoicePlan(self::job(['extensions' => [['number' => '21'], ['number' => '22'], ...$more]]));
        $stages = (new RingPlan($plan))->inOrder((new Dialler($plan))->dial(DialQuery::from('21', $number)));

        return array_map(
            static fn (RingStage $s): string => null === $s->mailbox
                ? \sprintf('%s for %d', implode(', ', $s->numbers), $s->seconds)
                : 'mailbox '.$s->mailbox,
            $stages,
        );
    }

    /** @param array<string, mixed> $voice */
    private static function job(array $voice): Job
    {
        $file = ['format' => 'vorhut-job', 'version' => 1, 'job' => ['name' => 'T'], 'voice' => $voice];

        return JobFile::read(Json::pretty($file), ShippedProfiles::load());
    }
}
