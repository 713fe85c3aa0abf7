<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Intent;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Intent\ProbeFactory;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\VoiceRoute;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Reach\Walk\Topology;
use Vorhut\Core\Record\Json;
use Vorhut\Tests\Support\FindingWords;
use Vorhut\Tests\Support\Jobs;

/** What must be of calls to numbers, by trunks, of faxes, files and rings: predicted, and asked live where it may be. */
final class VoiceIntentsTest extends TestCase
{
    /** @return iterable<string, array{array<string, mixed>, PairVerdict, string, ?string}> intent, span, how or why, why nothing is sent */
    public static function intents(): iterable
    {
        $call = static fn (string $from, string $to): array => ['kind' => 'call', 'from' => [$from], 'to' => [$to]];
        yield 'out' => [$call('extension:2001', 'number:0441'), PairVerdict::Through, 'Outside sends 441 by Carrier', null];
        yield 'not allowed' => [$call('extension:2040', 'number:0441'), PairVerdict::NotFound, '2040 is not permitted to use it', null];
        yield 'for help' => [$call('extension:2001', 'number:112'), PairVerdict::Through, 'Emergency call', 'never dialled'];
        yield 'for help, with a prefix' => [$call('extension:2001', 'number:0112'), PairVerdict::Through, '202555112', 'never dialled'];
        yield 'attendant' => [$call('extension:2010', 'extension:2000'), PairVerdict::Through, 'audio between', null];
        yield 'a group' => [$call('extension:2010', 'extension:2060'), PairVerdict::Through, 'audio between', null];
        yield 'the caller does not register' => [
            $call('extension:2012', 'number:0441'),
            PairVerdict::CannotSend,
            'has no address',
            'no address',
        ];
        yield 'a unit without number' => [$call('device:berth-1', 'number:0441'), PairVerdict::NotFound, 'no extension', 'not planned'];
        $misread = 'from the Request-URI, but the carrier sends it in the To header';
        yield 'a trunk that is misread' => [$call('trunk:carrier', 'number:2025550121'), PairVerdict::NotFound, $misread, null];
        yield 'a line' => [$call('trunk:mobile', 'number:99'), PairVerdict::Through, 'Control room 1 (2010) rings', null];
        yield 'a fax' => [
            ['kind' => 'fax', 'from' => ['extension:2001'], 'to' => ['number:2080']],
            PairVerdict::Through,
            'Customs fax',
            null,
        ];
        yield 'not end at a fax' => [
            ['kind' => 'fax', 'from' => ['extension:2001'], 'to' => ['number:2090']],
            PairVerdict::NotFound,
            'not end at a fax',
            null,
        ];
        $rings = static fn (string $from, string $to): array => ['kind' => 'rings', 'from' => [$from], 'to' => [$to]];
        yield 'a chain' => [
            $rings('device:ramp-phone', 'device:ramp-horn'),
            PairVerdict::Through,
            'Ramp ring detector rings Ramp horn',
            null,
        ];
        yield 'not wired' => [$rings('device:ticket-1', 'device:ramp-horn'), PairVerdict::NotFound, 'is not wired', 'not wired'];
        $fetch = static fn (string $from): array => ['kind' => 'provision', 'from' => [$from], 'to' => ['device:pbx']];
        yield 'fetches' => [$fetch('device:ticket-1'), PairVerdict::Through, 'by tcp/443', null];
        yield 'uses no configuration file' => [$fetch('device:berth-1'), PairVerdict::NotFound, 'uses no configuration file', null];
    }

    /** @param array<string, mixed> $intent */
    #[DataProvider('intents')]
    public function testTheyArePredictedAndAskedOnlyWhereTheyMayBe(array $intent, PairVerdict $span, string $how, ?string $unasked): void
    {
        $job = self::with($intent);
        FindingWords::assertCauses($job, 'it');
        $pair = (new Prover($job))->prove()->intents['it']->pairs()[0];
        self::assertSame($span, $pair->span, $pair->how.' '.$pair->cause?->text);
        $said = implode(' ', [$pair->how, (string) $pair->cause?->text, ...array_map(static fn ($l): string => $l->title, $pair->leaves)]);
        self::assertStringContainsString($how, $said);
        $questions = (new ProbeFactory($job, Topology::network($job)))->questions($job->intents['it']);
        self::assertCount(1, $questions);
        foreach ($questions as $question) {
            self::assertSame(null === $unasked, null !== $question->kind);
            self::assertStringContainsString((string) $unasked, $question->unasked);
        }
    }

    public function testWhoCannotSpeakIsSaidWithWhatItLacks(): void
    {
        $job = self::with(['kind' => 'call', 'from' => ['extension:2001'], 'to' => ['extension:2002']]);
        $callee = $job->extensions['2002']->device;
        self::assertNotNull($callee);
        $changed = $job->with(new ChangeSet('', [$job->edit(Device::class, $callee, ['interfaces' => []])]));
        $pair = (new Prover($changed))->prove()->intents['it']->pairs()[0];
        $said = implode(' ', array_map(static fn ($l): string => (string) $l->cause?->text, $pair->leaves));
        self::assertStringContainsString($job->devices[$callee]->name.' has no address', $said);
        self::assertStringNotContainsString('media ports', $said);
    }

    /** Two phones at one place that may use other routes do not share an answer. */
    public function testPhonesAreAlikeOnlyWithTheSameRoutes(): void
    {
        $job = self::with(['kind' => 'call', 'from' => ['extension:2001', 'extension:2002'], 'to' => ['number:0441']]);
        $job = $job->with(new ChangeSet('', [$job->edit(VoiceRoute::class, 'out', ['from' => ['2002']])]));
        $spans = [];
        foreach ((new Prover($job))->prove()->intents['it']->pairs() as $pair) {
            $spans[$pair->pair->from] = $pair->span;
        }
        self::assertSame(['ticket-1' => PairVerdict::NotFound, 'ticket-2' => PairVerdict::Through], $spans);
    }

    /** @param array<string, mixed> $intent */
    private static function with(array $intent): Job
    {
        $file = ['intents' => [['id' => 'it', ...$intent]]] + Json::object(Jobs::demoText('kestrel-sound'));

        return JobFile::read(Json::pretty($file), ShippedProfiles::load());
    }
}
