<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Vorhut\App\Plan\JobStore;
use Vorhut\Tests\Support\Jobs;

/** What is wrong with many units alike is mended in one go, and taken back in one. */
final class AlikeFindingsTest extends AppTestCase
{
    public function testUnitsWithoutAGatewayAreMendedTogether(): void
    {
        $hosts = ['far' => ['at' => ['b', '10.47.2.20/24', '10.47.2.1']]];
        foreach (range(1, 4) as $n) {
            $hosts['near-'.$n] = ['name' => 'Near '.$n, 'at' => ['a', "10.47.1.1$n/24", null]];
        }
        $store = self::getContainer()->get(JobStore::class);
        \assert($store instanceof JobStore);
        $slug = $store->create(Jobs::make(Jobs::TWO, $hosts, Jobs::ROUTER, [
            ['id' => 'i', 'kind' => 'reach', 'service' => 'icmp', 'from' => ['segment:a'], 'to' => ['device:far']],
        ]), null)->getSlug();
        $this->as('ines');
        $gateways = fn (): array => array_values(array_filter(array_map(
            static fn ($device): string => (string) $device->interfaces[0]->gateway,
            $this->job($slug)->devices,
        ), static fn (string $g): bool => '10.47.1.1' === $g));
        $button = $this->client->request('GET', '/job/'.$slug)->selectButton('Apply to all 4');
        self::assertCount(1, $button);
        $this->client->submit($button->form());
        $this->client->followRedirect();
        self::assertCount(4, $gateways());
        self::assertSelectorTextContains('#undo-bar', '(and 3 more)');
        $this->client->submit($this->client->getCrawler()->filter('#undo-bar form')->form());
        self::assertSame([], $gateways());
    }
}
