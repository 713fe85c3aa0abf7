<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Vorhut\Tests\Fuzz\Mutator;

/**
 * Whatever stands in the address of a page or in a form, the answer is a page or a refusal, never a fault. New input each time, some
 * seconds in all; with FUZZ_SECONDS=3600 for an hour. A seed that fails is in the message: new Mutator(seed) makes the input again.
 */
final class OddQueryTest extends AppTestCase
{
    private const SECONDS = 5;
    /** Seeds that once failed: an id with a slash in it. */
    private const FAILED_ONCE = ['POST segment' => [1841750883]];

    /** @return iterable<string, array{string, string}> a path, and a query or form that it understands */
    public static function asked(): iterable
    {
        yield 'GET proof' => ['GET', '/proof?axis=kind&intent=phones-register&pair=hall-phone>pbx&by=segment&on=x&value=through'];
        yield 'GET repairs' => ['PART', '/proof/repairs?intent=station-receivers&pair=mic-station>receiver-3'];
        yield 'GET what if' => ['GET', '/proof/what-if?text=Set gateway 10.47.60.1 on Receiver 3&by=kind&intent=a&pair=b>c'];
        yield 'GET devices' => ['GET', '/devices?q=phone 10.47&sort=address&only=findings&page=1&sel=mic-station'];
        yield 'GET device' => ['PART', '/devices/mic-station/why?sel=1'];
        yield 'GET networks' => ['GET', '/networks?edit=guest&finding=duplicate-address-10.47.20.21'];
        yield 'GET bench' => ['GET', '/bench/mic-station?step=1&q=phone'];
        yield 'POST laptop' => ['POST', '/bench/mic-station/laptop?laptop=10.47.60.200&step=1'];
        yield 'GET map' => ['GET', '/networks?from=video&edit=video&finding=x'];
        yield 'POST check' => ['POST', '/records/segments/video/check?name=Video&vlan=120&dns=10.47.10.5'];
        yield 'GET find' => ['GET', '/find?q=10.47.20.21'];
        yield 'GET records' => ['GET', '/records/routers/slip-router?page=1'];
        yield 'GET export' => ['GET', '/export?page=2'];
        yield 'GET sweep' => ['GET', '/sweep?addresses=10.47.60.0/28&vantage=mic-station'];
        yield 'POST cell' => ['POST', '/devices/mic-station/cell?field=address&value=10.47.60.9/24'];
        yield 'POST segment' => ['POST', '/networks?id=guest&name=Guest&vlan=90&prefix=10.47.90.0/24&gateway=10.47.90.1&dhcp=&dns='];
        yield 'POST intent' => ['POST', '/proof/intents/+?name=New&kind=reach&from=device:mic-station&to=segment:guest&service=icmp'];
        yield 'POST observe' => ['POST', '/proof/observe?intent=station-receivers&pair=mic-station>receiver-3&span=through&note=n'];
        yield 'POST bench' => ['POST', '/bench/mic-station?step=laptop-back&read[0]=10.47.60.31&reopen=1'];
        yield 'POST record' => ['POST', '/records/routers/slip-router?name=Slip&interfaces[0][address]=10.47.60.1/24&rules[0][from]=x'];
        yield 'POST facts' => ['POST', '/facts?name=Job&client=C&timezone=Europe/Oslo&notes=n&seen=x'];
        yield 'POST role' => ['POST', '/people/tomas?role=ROLE_VIEWER'];
        yield 'POST columns' => ['POST', '/list?text=Name;MAC&head=0&column[0]=name&column[1]=mac'];
        yield 'POST list' => ['POST', '/list?text=Name;MAC&read=1'];
        yield 'POST sweep' => ['POST', '/sweep?addresses=10.47.60.0/28&vantage=mic-station&onSite=1'];
        yield 'POST test' => ['POST', '/tests?intent=station-receivers&pair=mic-station>receiver-3&axis=kind&row=a&column=b'];
        yield 'POST field mode' => ['POST', '/field-mode?ranges=10.47.60.0/24&confirmed=1&off=0'];
    }

    public function testNumbersThatNoDatabaseHoldsAreNotThere(): void
    {
        $this->as('ines');
        foreach (['/photos/', '/hand-over/', '/visits/', '/runs/', '/journal/'] as $page) {
            $this->client->request('GET', self::JOB.$page.'99999999999999999999');
            self::assertSame(404, $this->client->getResponse()->getStatusCode(), $page);
        }
    }

    #[DataProvider('asked')]
    public function testIsAnsweredOrRefused(string $method, string $good): void
    {
        $this->as('ines');
        self::assertContains($this->ask($method, $good), [200, 303, 422], 'good input is understood: '.substr($this->body(), 0, 400));
        $given = getenv('FUZZ_SECONDS');
        $end = hrtime(true) + (false === $given ? self::SECONDS : (float) $given) / \count([...self::asked()]) * 1e9;
        [$path, $query] = explode('?', $good, 2);
        $again = self::FAILED_ONCE[$this->dataName()] ?? [];
        for ($n = 0; $n < 3 || hrtime(true) < $end; ++$n) {
            $seed = $again[$n] ?? random_int(0, \PHP_INT_MAX >> 32);
            $mutator = new Mutator($seed);
            $code = $this->ask($method, 0 === $seed % 4 ? $mutator->spoil($good) : $path.'?'.$mutator->spoil($query));
            self::assertLessThan(500, $code, \sprintf('seed %d of %s: %s', $seed, $this->dataName(), substr($this->body(), 0, 400)));
        }
    }

    private function ask(string $method, string $what): int
    {
        [$path, $query] = [...explode('?', $what, 2), ''];
        $path = self::JOB.'/'.implode('/', array_map(rawurlencode(...), explode('/', ltrim($path, '/'))));
        if ('POST' !== $method) {
            $server = 'PART' === $method ? ['HTTP_HX_REQUEST' => 'true'] : [];
            $this->client->request('GET', $path.'?'.self::printable($query), server: $server);
        } else {
            parse_str($query, $values);
            $values += ['_token' => 'csrf-token', 'version' => $this->version()];
            $this->client->request('POST', $path, $values, [], ['HTTP_ORIGIN' => 'http://localhost']);
        }

        return $this->code();
    }

    /** What a client would send: nothing that ends the line. */
    private static function printable(string $query): string
    {
        return (string) preg_replace_callback('/[^\x21-\x7E]|#/', static fn (array $m): string => rawurlencode($m[0]), $query);
    }
}
