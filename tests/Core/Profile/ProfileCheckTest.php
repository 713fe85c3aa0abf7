<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Profile;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\WayIn;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\RecordType;

final class ProfileCheckTest extends TestCase
{
    /** @return iterable<string, array{array<string, mixed>, string}> keys of a profile, and what is said of them */
    public static function slips(): iterable
    {
        $setting = ['id' => 'level', 'type' => 'whole'];
        $step = static fn (array $s): array => ['steps' => [['id' => 's', 'stage' => 'role', 'title' => 'S', ...$s]]];
        $tied = ['name' => 'T', 'mine' => '=x', 'theirs' => '=x'];
        $tie = static fn (array $t): array => ['couplings' => [['id' => 'c', 'ties' => [[...$tied, ...$t]]]]];
        yield 'a value of the other version' => [['version' => 1, 'settings' => [$setting]], '.settings'];
        yield 'an id twice' => [['settings' => [$setting, $setting]], '.settings[1].id: "level" was given'];
        yield 'a choice of nothing' => [['settings' => [['id' => 'x', 'type' => 'choice']]], '.settings[0].choices'];
        yield 'a default that is not allowed' => [['settings' => [$setting + ['max' => 3, 'default' => 4]]], '.settings[0].default: 4'];
        yield 'many without a number' => [['settings' => [$setting + ['times' => 3]]], '.settings[0].times'];
        yield 'a pattern that is none' => [['settings' => [['id' => 'x', 'pattern' => '[']]], '.settings[0].pattern'];
        yield 'a fact nobody knows' => [['settings' => [$setting + ['computed' => '{@adress}']]], 'computed: "{@adress}"'];
        yield 'a value nobody has' => [['settings' => [$setting + ['computed' => '{levle}']]], 'Did you mean "level"?'];
        yield 'a step without its setting' => [$step(['settings' => ['lvel']]), '.steps[0].settings[0]: "lvel"'];
        yield 'a socket that is not there' => [$step(['ports' => ['lan']]), '.steps[0].ports[0]'];
        yield 'a dial that is not there' => [$step(['dial' => 'd']), '.steps[0].dial'];
        yield 'a keypad that is not there' => [$step(['keypad' => 'd']), '.steps[0].keypad'];
        yield 'a shortcut that is not there' => [$step(['shortcuts' => ['d']]), '.steps[0].shortcuts[0]'];
        yield 'a partner it cannot have' => [$step(['needs' => [['coupling' => 'x']]]), '.steps[0].needs[0].coupling'];
        yield 'a licence it does not take' => [$step(['needs' => [['licence' => 'x']]]), '.steps[0].needs[0].licence'];
        yield 'a stage that is none' => [$step(['stage' => 'later']), '.steps[0].stage', '.steps[0].title'];
        yield 'a window of no time' => [$step(['timers' => [['kind' => 'window', 'seconds' => 0]]]), '.steps[0].timers[0].seconds'];
        yield 'a tie to nothing' => [$tie(['mine' => 'level']), '.couplings[0].ties[0].mine'];
        yield 'a tie to an unknown fact' => [$tie(['theirs' => '@adress']), '.couplings[0].ties[0].theirs'];
        yield 'a tie without its other end' => [$tie(['theirs' => '']), '.couplings[0].ties[0].theirs'];
        yield 'a choice of no job' => [$step(['when' => [['choice' => 'colour', 'is' => ['x']]]]), '.steps[0].when[0].choice'];
        $both = ['choice' => 'fax', 'setting' => 'x', 'is' => ['x']];
        yield 'a condition of two' => [$step(['when' => [$both]]), '.steps[0].when[0].setting'];
        yield 'a slot without its module' => [['slots' => [['id' => 's', 'takes' => ['m']]]], '.slots[0].takes'];
        yield 'a capacity without licence' => [['licences' => [['id' => 'l', 'capacity' => 'x']]], '.licences[0].capacity'];
    }

    /** @param array<string, mixed> $keys */
    #[DataProvider('slips')]
    public function testASlipIsSaidWhereItStands(array $keys, string $said): void
    {
        $this->expectException(InvalidFile::class);
        $this->expectExceptionMessage($said);
        RecordType::fromClass(DeviceProfile::class)->read(self::MIN + $keys + ['version' => 2]);
    }

    public function testAllSlipsAreSaidAtOnce(): void
    {
        $steps = [['id' => 's', 'stage' => 'role', 'title' => 'S', 'ports' => ['a'], 'shortcuts' => ['b'], 'settings' => ['c']]];
        try {
            RecordType::fromClass(DeviceProfile::class)->read(self::MIN + ['version' => 2, 'steps' => $steps]);
            self::fail();
        } catch (InvalidFile $e) {
            self::assertSame(['.steps[0].settings[0]', '.steps[0].ports[0]', '.steps[0].shortcuts[0]'], array_column($e->errors, 'path'));
        }
    }

    public function testEveryPartIsLookedAtThoughAnotherIsWrong(): void
    {
        $record = [
            'family' => 'sea',
            'settings' => [['id' => 'A'], ['id' => 'b', 'type' => 'x']],
            'steps' => [['id' => 's', 'stage' => 'x']],
        ];
        $errors = RecordType::fromClass(DeviceProfile::class)->errors($record + self::MIN + ['version' => 2]);
        $paths = ['.family', '.settings[0].id', '.settings[1].type', '.steps[0].stage', '.steps[0].title'];
        self::assertSame($paths, array_column($errors, 'path'));
        self::assertSame([], RecordType::fromClass(DeviceProfile::class)->errors(self::MIN));
    }

    public function testTheFirstWayInTellsWhatVersionOneAsks(): void
    {
        $profile = RecordType::fromClass(DeviceProfile::class)->read(self::MIN + ['version' => 2, 'entrances' => [
            ['way' => 'keypad', 'login' => 'Code', 'path' => 'Menu, Network'],
            ['way' => 'page', 'login' => 'Pair'],
        ]]);
        self::assertSame([WayIn::Keypad, WayIn::Page], $profile->waysIn);
        self::assertSame(['Code', 'Menu, Network'], [$profile->login, $profile->menuPath]);
        $old = RecordType::fromClass(DeviceProfile::class)->read(
            self::MIN + ['waysIn' => ['page'], 'login' => 'Pair', 'menuPath' => 'Basic'],
        );
        self::assertSame([1, [WayIn::Page], 'Pair', 'Basic'], [$old->version, $old->waysIn, $old->login, $old->menuPath]);
    }

    private const MIN = ['id' => 'k', 'family' => 'audio', 'factory' => ['mode' => 'dhcp']];
}
