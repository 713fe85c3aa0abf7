<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Exchange;

use Opis\JsonSchema\Validator;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\JobGenerator;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;
use Vorhut\Tests\Support\Jobs;

final class JobFileTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function files(): iterable
    {
        yield 'demo' => [Jobs::demoText()];
        yield 'clean' => [Jobs::demoText('skerry-slip')];
        yield 'generated' => [Json::pretty((new JobGenerator(120, 7))->generate())];
        yield 'least' => [Json::pretty(['format' => 'vorhut-job', 'version' => 1, 'job' => ['name' => 'x']])];
        yield 'own keys and empty objects' => [
            Json::pretty([
                'format' => 'vorhut-job',
                'version' => 1,
                'job' => ['name' => 'x', 'x-ref' => ['b' => 1.0, 'a' => new \stdClass()]],
                'devices' => [
                    [
                        'id' => '42',
                        'profile' => 'generic-host',
                        'settings' => new \stdClass(),
                        'x-y' => [['z' => new \stdClass()]],
                    ],
                ],
                'x-last' => null,
            ]),
        ];
    }

    #[DataProvider('files')]
    public function testReadingAndWritingGivesTheSameBytes(string $text): void
    {
        self::assertSame($text, JobFile::write(JobFile::read($text, ShippedProfiles::load())));
    }

    #[DataProvider('files')]
    public function testTheSchemaAcceptsWhatTheReaderAccepts(string $text): void
    {
        self::assertTrue(self::schemaAccepts($text));
    }

    public function testKeysComeOutInTheirOrderWhateverOrderTheyCameIn(): void
    {
        $text = '{"version":1,"job":{"client":"c","name":"n"},"format":"vorhut-job","segments":[{"subnets":[],"id":"a"}]}';
        $written = JobFile::write(JobFile::read($text, ShippedProfiles::load()));
        self::assertMatchesRegularExpression('/"format".*"version".*"job".*"name".*"client".*"segments".*"id".*"subnets"/s', $written);
    }

    /** @return iterable<string, array{string, string, string}> a change to the small file, the path of the error, a word of its advice */
    public static function mistakes(): iterable
    {
        $device = static fn (string $json): string => \sprintf(
            '"devices":[{"id":"d","profile":"generic-host","interfaces":[{"segment":"a","address":"10.47.1.9/24"%s}]}]',
            $json,
        );
        yield 'unknown key' => ['"devises":[]', '$.devises', 'Did you mean "devices"?'];
        yield 'unknown key below' => [$device(',"gatway":"10.47.1.1"'), '$.devices[0].interfaces[0].gatway', '"gateway"'];
        yield 'bad address' => [$device(',"gateway":"10.47.1.300"'), '$.devices[0].interfaces[0].gateway', 'four numbers'];
        yield 'bad mac' => [$device(',"mac":"02:47:00:00:20:1O"'), '$.devices[0].interfaces[0].mac', 'O is often 0'];
        yield 'group mac' => [$device(',"mac":"01:00:5e:00:00:fb"'), '$.devices[0].interfaces[0].mac', 'group address'];
        yield 'no address' => [
            '"devices":[{"id":"d","profile":"generic-host","interfaces":[{"segment":"a"}]}]',
            '$.devices[0].interfaces[0].address',
            'null',
        ];
        yield 'no profile' => ['"devices":[{"id":"d"}]', '$.devices[0].profile', 'slug'];
        yield 'strange profile' => [
            '"devices":[{"id":"d","profile":"generic-hots"}]',
            '$.devices[0].profile',
            'Did you mean "generic-host"?',
        ];
        yield 'strange segment' => [
            '"devices":[{"id":"d","profile":"generic-host","interfaces":[{"segment":"b","address":null}]}]',
            '$.devices[0].interfaces[0].segment',
            'no segment "b"',
        ];
        yield 'bad id' => ['"devices":[{"id":"Berth 1","profile":"generic-host"}]', '$.devices[0].id', 'slug'];
        yield 'id twice' => [
            '"devices":[{"id":"d","profile":"generic-host"},{"id":"d","profile":"generic-host"}]',
            '$.devices[1].id',
            'Record 0',
        ];
        yield 'router and device alike' => [
            '"routers":[{"id":"d"}],"devices":[{"id":"d","profile":"generic-host"}]',
            '$.routers[0].id',
            'share',
        ];
        yield 'mask with holes' => [
            '"routers":[{"id":"r","interfaces":[{"segment":"a","address":"10.47.1.1/255.0.255.0"}]}]',
            '$.routers[0].interfaces[0].address',
            'Nearest masks',
        ];
        yield 'host bits' => [
            '"routers":[{"id":"r","routes":[{"to":"10.47.1.9/24","via":"10.47.1.1"}]}]',
            '$.routers[0].routes[0].to',
            '10.47.1.0/24',
        ];
        yield 'bad ports' => [
            '"routers":[{"id":"r","rules":[{"action":"deny","protocol":"tcp","ports":"80-70"}]}]',
            '$.routers[0].rules[0].ports',
            'rising',
        ];
        yield 'ports without protocol' => [
            '"routers":[{"id":"r","rules":[{"action":"deny","ports":"80"}]}]',
            '$.routers[0].rules[0].ports',
            'protocol',
        ];
        yield 'bad action' => [
            '"routers":[{"id":"r","rules":[{"action":"drop"}]}]',
            '$.routers[0].rules[0].action',
            'permit, deny',
        ];
        yield 'vlan as text' => ['"segments":[{"id":"a","vlan":"110"}]', '$.segments[0].vlan', 'whole number'];
        yield 'vlan too high' => ['"segments":[{"id":"a","vlan":4095}]', '$.segments[0].vlan', '4094'];
        yield 'gateway outside' => [
            '"segments":[{"id":"a","subnets":[{"prefix":"10.47.1.0/24","gateway":"10.47.2.1"}]}]',
            '$.segments[0].subnets[0].gateway',
            'From 10.47.1.1',
        ];
        yield 'leases outside' => [
            '"segments":[{"id":"a","subnets":[{"prefix":"10.47.1.0/24","dhcp":["10.47.2.1-9"]}]}]',
            '$.segments[0].subnets[0].dhcp',
            'reaches outside',
        ];
        yield 'list as object' => ['"devices":{}', '$.devices', 'list'];
        yield 'text for a record' => ['"devices":["d"]', '$.devices[0]', 'object'];
        yield 'intent about nobody' => [
            '"intents":[{"id":"i","kind":"reach","from":["device:x"],"to":["segment:a"]}]',
            '$.intents[0].from[0]',
            'no device "x"',
        ];
        yield 'intent without parties' => [
            '"intents":[{"id":"i","kind":"reach","from":[],"to":["segment:a"]}]',
            '$.intents[0].from',
            'at least one',
        ];
        yield 'intent of a strange kind' => [
            '"intents":[{"id":"i","kind":"ping","from":["segment:a"],"to":["segment:a"]}]',
            '$.intents[0].kind',
            'reach',
        ];
        yield 'time zone' => ['"job":{"name":"n","timezone":"Europe/Northpier"}', '$.job.timezone', 'Europe/Oslo'];
        yield 'places in a loop' => [
            '"locations":[{"id":"x","within":"y"},{"id":"y","within":"x"}]',
            '$.locations[0].within',
            'loop',
        ];
        yield 'extension as number' => [
            '"voice":{"extensions":[{"number":"20x1"}]}',
            '$.voice.extensions[0].number',
            'digits',
        ];
        yield 'settings with objects' => [
            '"devices":[{"id":"d","profile":"generic-host","settings":{"a":{"b":1}}}]',
            '$.devices[0].settings',
            'Look at "a"',
        ];
    }

    #[DataProvider('mistakes')]
    public function testAMistakeIsRefusedWithItsPathAndAdvice(string $part, string $path, string $word): void
    {
        $error = self::errors(self::small($part))[0];
        self::assertSame($path, $error->path);
        self::assertStringContainsString($word, (string) $error);
    }

    public function testAllMistakesAreReportedAtOnce(): void
    {
        $errors = self::errors(
            self::small(
                '"devices":[{"id":"d","profile":"nope"},{"id":"e","profile":"generic-host","serial":7},{"id":"f",'
                .'"profile":"generic-host","stage":"late"}]',
            ),
        );
        self::assertSame(
            ['$.devices[1].serial', '$.devices[2].stage'],
            array_map(static fn (FileError $e): string => $e->path, $errors),
        );
    }

    public function testWhatIsNoJobFileIsSaidSo(): void
    {
        foreach (
            [
                '' => 'JSON',
                '{"format":"vorhut-job",}' => 'a comma before a closing bracket in line 1',
                '[]' => 'job file',
                '{"format":"other"}' => 'vorhut-job',
                '{"format":"vorhut-job","version":2,"job":{"name":"n"}}' => 'newer',
                "\xFF\xFE{" => 'UTF-8',
            ] as $text => $word
        ) {
            self::assertStringContainsString($word, (string) self::errors($text)[0]);
        }
    }

    public function testAChangeMakesANewJobAndLeavesTheOldOne(): void
    {
        $job = Jobs::demo();
        $change = new ChangeSet('', [$job->editInterface(Device::class, 'receiver-3', 0, ['gateway' => '10.47.60.1'])]);
        $after = $job->with($change);
        self::assertNull($job->devices['receiver-3']->interfaces[0]->gateway);
        self::assertSame('10.47.60.1', (string) $after->devices['receiver-3']->interfaces[0]->gateway);
        self::assertSame(JobFile::write($job), JobFile::write($after->with($change->reversed(''))));
    }

    /** A schema cannot say it: readers of JSON differ in what they make of such a number. */
    public function testANumberBeyondAllNumbersIsRefusedWhereverItStands(): void
    {
        foreach (['"x-n":1e999', '"x-n":{"a":[-1E+400]}', '"x-n":1'.str_repeat('0', 309), '"x-n":1'.str_repeat('0', 250).'e99'] as $part) {
            try {
                Json::decode('{'.$part.'}');
                self::fail($part.' was taken');
            } catch (InvalidFile $e) {
                self::assertStringContainsString('numbers below 1.8e308', $e->getMessage());
            }
        }
        self::assertSame(['a' => 1e300, 'b' => '1e999'], Json::decode('{"a":1e300,"b":"1e999"}'));
    }

    /** The two descriptions of the format agree on what is not one, as far as a schema can say it. */
    #[DataProvider('schemaMistakes')]
    public function testTheSchemaRefusesWhatTheReaderRefuses(string $part): void
    {
        self::errors(self::small($part));
        self::assertFalse(self::schemaAccepts(self::small($part)));
    }

    /** @return iterable<string, array{string}> */
    public static function schemaMistakes(): iterable
    {
        // Left out: what needs arithmetic or another record to see.
        $beyond = [
            'group mac',
            'strange profile',
            'strange segment',
            'id twice',
            'router and device alike',
            'mask with holes',
            'host bits',
            'bad ports',
            'ports without protocol',
            'gateway outside',
            'leases outside',
            'intent about nobody',
            'time zone',
            'places in a loop',
        ];
        foreach (self::mistakes() as $name => [$part]) {
            if (!\in_array($name, $beyond, true)) {
                yield $name => [$part];
            }
        }
    }

    private static function small(string $part): string
    {
        $parts = ['"job":{"name":"n"}', '"segments":[{"id":"a","subnets":[{"prefix":"10.47.1.0/24"}]}]'];
        $parts = array_filter($parts, static fn (string $p): bool => !str_starts_with($part, (string) strstr($p, ':', true)));

        return '{"format":"vorhut-job","version":1,'.implode(',', [...$parts, $part]).'}';
    }

    /** @return non-empty-list<FileError> */
    private static function errors(string $text): array
    {
        try {
            JobFile::read($text, ShippedProfiles::load());
        } catch (InvalidFile $e) {
            return $e->errors;
        }
        self::fail('accepted: '.$text);
    }

    private static function schemaAccepts(string $text): bool
    {
        $validator = new Validator();
        $folder = \dirname(__DIR__, 3).'/schema/';
        $resolver = $validator->resolver() ?? throw new \LogicException('no resolver');
        foreach (['job', 'profile'] as $name) {
            $resolver->registerFile(\sprintf('https://vorhut.example.net/schema/%s.schema.json', $name), $folder.$name.'.schema.json');
        }

        return $validator
            ->validate(
                json_decode($text, false, 64, \JSON_THROW_ON_ERROR),
                'https://vorhut.example.net/schema/job.schema.json',
            )
            ->isValid();
    }
}
