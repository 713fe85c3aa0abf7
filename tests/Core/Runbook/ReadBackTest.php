<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Runbook;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Runbook\ReadBack;
use Vorhut\Core\Runbook\RecordedValue;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Units;

final class ReadBackTest extends TestCase
{
    private const KIND = [
        'settings' => [
            ['id' => 'code', 'type' => 'text', 'default' => 'B0S1'],
            ['id' => 'open', 'type' => 'text', 'optional' => true],
        ],
        'steps' => [['id' => 's', 'stage' => 'role', 'title' => 'S', 'record' => [
            ['kind' => 'read', 'label' => 'Code', 'setting' => 'code'],
            ['kind' => 'measure', 'label' => 'Warm', 'unit' => '°C', 'min' => 0, 'max' => 70],
            ['kind' => 'as-found', 'label' => 'Before', 'setting' => 'code'],
            ['kind' => 'read', 'label' => 'Open', 'setting' => 'open'],
            ['label' => 'Looked at'],
        ]]],
    ];

    public function testWhatAgreesWhatWasFoundAndWhatNobodyHasPlannedIsKept(): void
    {
        $kept = $this->read(['B0S1', '69.5', 'X9', 'anything', 'no field of its own']);
        self::assertSame(
            [['Code', 'B0S1', true], ['Warm', '69.5', true], ['Before', 'X9', null], ['Open', 'anything', null]],
            array_map(static fn (RecordedValue $k): array => [$k->label, $k->value, $k->agrees], $kept),
        );
        self::assertSame(['code', '', 'code', 'open'], array_column($kept, 'setting'));
    }

    /** An empty field is no reading: it is a choice, and stays one. */
    public function testWhatIsNotReadIsRefusedUnlessSomebodyChoosesThatOrSaysWhy(): void
    {
        self::assertSame(
            'what was read: Warm, Before Read it and enter it, or choose to read it later, or give the reason why it is not read.',
            $this->refusal(['B0S1', ' ', '', 'anything'], null),
        );
        $kept = $this->read(['B0S1', ' ', '', 'anything'], unread: RecordedValue::LATER);
        self::assertSame(
            [['Code', null], ['Warm', 'to be read later'], ['Before', 'to be read later'], ['Open', null]],
            array_map(static fn (RecordedValue $k): array => [$k->label, $k->unread], $kept),
        );
        self::assertSame([true, null, null, null], array_column($kept, 'agrees'), 'what was not read agrees with nothing');
        self::assertSame(['code' => null, 'open' => null], array_column(array_map(
            static fn (RecordedValue $k): array => ['setting' => $k->setting, 'unread' => $k->jsonSerialize()['unread'] ?? null],
            [$kept[0], $kept[3]],
        ), 'unread', 'setting'));
    }

    public function testCharactersThatLookAlikeAreNamedAsWhatTheyAre(): void
    {
        self::assertStringContainsString('look-alike', $this->refusal(['BOSI']));
        self::assertStringContainsString('give the reason for the difference', $this->refusal(['B0S2']));
    }

    public function testAFigureOutsideItsRangeOrNoneIsRefusedUnlessItIsAFigureWithAReason(): void
    {
        self::assertStringContainsString('0 to 70 °C', $this->refusal(['', '70.1']));
        self::assertStringContainsString('a number °C', $this->refusal(['', 'warm']));
        self::assertFalse($this->read(['', '70.1'], true)[1]->agrees);
        self::assertFalse($this->read(['B0S2'], true)[0]->agrees);
        $this->expectException(InvalidValue::class);
        $this->read(['', 'warm'], true);
    }

    public function testAnotherUnitsAddressOrMacIsNeverTaken(): void
    {
        foreach (['unpack' => '02-47-00-00-00-02', 'address' => '10.47.1.77'] as $step => $read) {
            try {
                $this->read([$read], true, $step);
                self::fail($step);
            } catch (InvalidValue $e) {
                self::assertSame($read, $e->given);
            }
        }
        self::assertTrue($this->read(['02:47:00:00:00:01'], step: 'unpack')[0]->agrees);
        self::assertTrue($this->read(['10.47.1.20'], step: 'address')[0]->agrees);
    }

    /** @param array<int, string> $read */
    private function refusal(array $read, ?string $unread = RecordedValue::LATER): string
    {
        try {
            $this->read($read, unread: $unread);
        } catch (InvalidValue $e) {
            return $e->allowed.' '.$e->advice;
        }
        self::fail('nothing was refused');
    }

    /**
     * @param array<int, string> $read
     *
     * @return list<RecordedValue>
     */
    private function read(array $read, bool $anyway = false, string $step = 's', ?string $unread = RecordedValue::LATER): array
    {
        $interface = ['segment' => 'a', 'address' => '10.47.1.20/24', 'mac' => '02-47-00-00-00-01'];
        $settings = new Settings($job = Units::job(['k' => self::KIND], ['unit' => ['interfaces' => [$interface]]]));
        $of = (new Runbooks($settings))->runbook($job->devices['unit'])->step($step);
        \assert(null !== $of);

        return (new ReadBack($settings))->recorded(device: $job->devices['unit'], step: $of, read: $read, anyway: $anyway, unread: $unread);
    }
}
