<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Runbook;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Convention\Conventions;
use Vorhut\Core\Planning\AddressPlanner;
use Vorhut\Core\Record\RecordType;
use Vorhut\Core\Runbook\RunbookMarkdown;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Units;

/** Where good practitioners differ, the job chooses, and values and steps follow. */
final class ConventionsTest extends TestCase
{
    /** @return iterable<string, array{string, string, string, string}> question, answer, kind, what its runbook says only then */
    public static function followed(): iterable
    {
        yield 'reaching by moving the router' => [
            'factoryAddress',
            'move-router',
            'ptz-camera-rotary',
            'Change the LAN subnet of the router temporarily',
        ];
        yield 'reaching at the unit' => ['factoryAddress', 'at-unit', 'ptz-camera-rotary', 'Set the address on the device'];
        yield 'reaching by a lease' => ['factoryAddress', 'lease', 'paging-horn', 'Assign an address by DHCP on the bench'];
        yield 'no router, own address' => ['noRouter', 'own', 'mic-receiver', 'Gateway: 10.47.1.20'];
        yield 'an isolated switch' => ['ownNetwork', 'isolated', 'mic-receiver', 'Do not connect that switch to the client\'s network.'];
        yield 'finding by label' => ['finding', 'label', 'paging-horn', 'Open the host name on its label'];
        yield 'finding by scan' => ['finding', 'scan', 'paging-horn', 'scan the range'];
        yield 'finding by leases' => ['finding', 'leases', 'video-bar', 'Find its MAC address in the DHCP lease table'];
        yield 'phones by lease' => ['phoneProvisioning', 'dhcp', 'desk-phone-keypad', 'Leave the source at DHCP'];
        yield 'phones pushed' => ['phoneProvisioning', 'pushed', 'desk-phone-page', 'Restart it: it fetches its configuration'];
        yield 'phones typed' => ['phoneProvisioning', 'typed', 'desk-phone-page', '- SIP password: '];
        yield 'headroom of a third' => ['headroom', 'third', 'stream-encoder', 'Keep 33 % of the uplink free'];
        yield 'headroom on a shared link' => ['headroom', 'shared', 'stream-encoder', '60 % on a network shared'];
        yield 'fax as an extension' => ['fax', 'extension', 'fax-server', 'SIP password'];
        yield 'a relay' => ['firewall', 'relay', 'room-codec', 'Set up calls through the relay'];
        yield 'format by page' => ['pictureFormat', 'page', 'ptz-camera-rotary', 'Set the rotary switch to the web-page position'];
    }

    #[DataProvider('followed')]
    public function testTheRunbookFollowsTheChoice(string $question, string $answer, string $kind, string $said): void
    {
        self::assertStringContainsString($said, self::runbook($kind, [$question => $answer]));
        self::assertStringNotContainsString($said, self::runbook($kind, []), 'only then');
    }

    public function testAddressesAreReservedWhereTheJobLeases(): void
    {
        $unit = ['interfaces' => [['segment' => 'a', 'address' => null, 'mode' => 'static']]];
        $mode = static function (array $schools) use ($unit): string {
            $job = Units::job(['k' => []], ['unit' => $unit], ['job' => ['schools' => $schools]]);
            $change = AddressPlanner::propose($job)->changeSet($job);

            return $job->with($change)->devices['unit']->interfaces[0]->mode->value;
        };
        self::assertSame('static', $mode([]));
        self::assertSame('reserved', $mode(['addressing' => 'reservations']));
    }

    public function testEveryQuestionHasItsAnswersAReasonEachAndADefault(): void
    {
        $schools = RecordType::fromClass(Conventions::class)->read([]);
        self::assertCount(11, Conventions::questions());
        foreach (Conventions::questions() as $question) {
            $answers = Conventions::answers($question);
            self::assertGreaterThan(1, \count($answers));
            self::assertContains($schools->chosen($question), $answers);
            foreach ($answers as $answer) {
                self::assertStringEndsWith('.', $answer->reason());
            }
        }
    }

    /** @param array<string, string> $schools */
    private static function runbook(string $kind, array $schools): string
    {
        $interface = [['segment' => 'a', 'address' => '10.47.1.20/24', 'gateway' => null]];
        $job = Units::job(['k' => []], ['unit' => ['profile' => $kind, 'interfaces' => $interface]], ['job' => ['schools' => $schools]]);

        return RunbookMarkdown::write((new Runbooks(new Settings($job)))->runbook($job->devices['unit']), false);
    }
}
