<?php

declare(strict_types=1);

namespace Vorhut\Tests\App\Drawing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Proof\TraceDrawing;
use Vorhut\App\Proof\TraceLeg;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\Explainer;
use Vorhut\Core\Proof\Prover;
use Vorhut\Tests\Support\Jobs;

final class TraceDrawingTest extends TestCase
{
    public function testAnAnswerThatIsLostStopsAtItsSender(): void
    {
        $drawing = $this->draw(Jobs::demo(), intent: 'station-receivers', from: 'mic-station', to: 'receiver-3');
        self::assertSame(['Microphone station', 'Core router', 'Receiver 3'], array_column($drawing->posts, 'name'));
        self::assertSame('.30.1  .60.1', $drawing->posts[1]['value']);
        self::assertNull($drawing->request['stop']);
        self::assertNotNull($drawing->reply);
        self::assertSame($drawing->posts[2]['x'], $drawing->reply['from']);
        self::assertLessThan($drawing->posts[2]['x'], $drawing->reply['stop'], 'it goes towards the asker');
        self::assertGreaterThan($drawing->posts[1]['x'], $drawing->reply['stop'], 'but not as far as the router');
        self::assertSame('reply stops here: no gateway set', $drawing->reply['text']);
        self::assertStringContainsString('Receiver 3 cannot reply', $drawing->sentence);
        self::assertSame(['Control room', 'Eastholm hut'], array_column($drawing->sheets, 'name'));
    }

    public function testWhatWorksGoesThereAndBack(): void
    {
        $drawing = $this->draw(Jobs::demo(), intent: 'phones-register', from: 'hut-phone', to: 'pbx');
        self::assertSame(
            [$drawing->posts[0]['x'], $drawing->posts[2]['x']],
            [$drawing->request['from'], $drawing->request['to']],
        );
        self::assertSame(
            [$drawing->posts[2]['x'], $drawing->posts[0]['x']],
            [$drawing->reply['from'] ?? null, $drawing->reply['to'] ?? null],
        );
        self::assertNull($drawing->request['stop'] ?? ($drawing->reply['stop'] ?? null));
    }

    /** What gets through and must not is drawn as bad as what does not and must. */
    public function testALeakIsDrawnAsBad(): void
    {
        $draw = fn (bool $leak): TraceDrawing => $this->draw(
            job: Jobs::demo(),
            intent: 'phones-register',
            from: 'hut-phone',
            to: 'pbx',
            leak: $leak,
        );
        $tones = static fn (bool $leak): array => array_column($draw($leak)->legs, 'tone');
        self::assertSame(['good', 'good'], $tones(false));
        self::assertSame(['bad', 'bad'], $tones(true));
        $lost = $this->draw(Jobs::demo(), intent: 'station-receivers', from: 'mic-station', to: 'receiver-3')->legs;
        $drawn = array_map(static fn (TraceLeg $leg): array => [$leg->tone, '' !== $leg->wall], $lost);
        self::assertSame([['good', false], ['bad', true]], $drawn);
    }

    public function testARequestThatStopsHasNoAnswerAndStillShowsWhereItWanted(): void
    {
        $drawing = $this->draw(Jobs::demo(), intent: 'guests-phone-system', from: 'guest-1', to: 'pbx');
        self::assertNull($drawing->reply);
        self::assertSame('request stops here: filtered', $drawing->request['text']);
        self::assertSame('Phone system', $drawing->posts[2]['name'] ?? null);
        self::assertGreaterThan($drawing->posts[1]['x'], $drawing->request['stop'] ?? 0);
        self::assertSame($drawing->posts[2]['x'], $drawing->request['rest']);
    }

    /** @return iterable<string, array{string, string}> */
    public static function starts(): iterable
    {
        yield 'no gateway' => ['10.47.1.10/24', 'request stops here: no gateway set'];
        yield 'mask too wide' => ['10.47.1.10/16', 'request stops here: mask too wide'];
    }

    #[DataProvider('starts')]
    public function testASenderThatCannotSendStopsAtHome(string $address, string $text): void
    {
        $job = Jobs::make(
            Jobs::TWO,
            ['x' => ['at' => ['a', $address]], 'y' => ['at' => ['b', '10.47.2.10/24', '10.47.2.1']]],
            Jobs::ROUTER,
            [['id' => 'i', 'kind' => 'reach', 'from' => ['device:x'], 'to' => ['device:y']]],
        );
        $drawing = $this->draw($job, intent: 'i', from: 'x', to: 'y');
        self::assertSame($text, $drawing->request['text']);
        self::assertSame(['x', 'y'], array_column($drawing->posts, 'name'));
        self::assertLessThan(($drawing->posts[0]['x'] + $drawing->posts[1]['x']) / 2, $drawing->request['stop']);
    }

    private function draw(Job $job, string $intent, string $from, string $to, bool $leak = false): TraceDrawing
    {
        $explanation = (new Explainer(new Prover($job)))->explain($job->intents[$intent], new Pair($from, $to));
        self::assertNotNull($explanation?->deciding);

        return TraceDrawing::fromPart($explanation->deciding, $leak);
    }
}
