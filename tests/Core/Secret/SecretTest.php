<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Secret;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Keypad\KeySequence;
use Vorhut\Core\Profile\SecretAlphabet;
use Vorhut\Core\Secret\SecretMaker;
use Vorhut\Core\Secret\SecretNeed;
use Vorhut\Core\Secret\SecretNeeds;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Units;

final class SecretTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function kinds(): iterable
    {
        foreach (ShippedProfiles::load()->ids() as $id) {
            yield $id => [$id];
        }
    }

    #[DataProvider('kinds')]
    public function testEverySecretIsOneThatItsUnitTakes(string $kind): void
    {
        $job = Units::job(['k' => []], ['unit' => ['profile' => $kind]]);
        $needs = (new SecretNeeds(new Settings($job)))->all();
        foreach ($needs as $need) {
            for ($seed = 1; $seed <= 20; ++$seed) {
                $secret = (new SecretMaker(new Randomizer(new Mt19937($seed))))->make($need);
                self::assertNull(SecretMaker::refusal($need, $secret), $secret);
                self::assertSame($need->rule->most, \strlen($secret));
                if (null !== $need->keypad) {
                    self::assertSame([], KeySequence::fromKeypad($need->keypad, $secret)->impossible);
                }
                if (SecretAlphabet::Digits !== $need->rule->alphabet) {
                    self::assertDoesNotMatchRegularExpression('/[0OoDQ1lI|5S]/', $secret, 'nothing that looks alike');
                }
            }
        }
        self::assertSame($needs, array_column($needs, null, 'name'));
    }

    public function testEachUnitAndLoginHasItsOwn(): void
    {
        $entrances = [
            ['way' => 'keypad', 'scheme' => 'code', 'login' => 'code'],
            ['way' => 'page', 'scheme' => 'default-pair', 'login' => 'pair'],
            ['way' => 'console', 'scheme' => 'default-pair', 'login' => 'pair'],
            ['way' => 'label-name', 'scheme' => 'default-pair', 'login' => 'other'],
            ['way' => 'remote', 'scheme' => 'none'],
        ];
        $settings = [['id' => 'line-secret', 'secret' => true]];
        $rule = ['for' => 'line-secret', 'least' => 16, 'most' => 20];
        $kinds = ['phone' => ['entrances' => $entrances, 'settings' => $settings, 'secrets' => [$rule]]];
        $job = Units::job($kinds, ['one' => [], 'two' => []]);
        $needs = (new SecretNeeds(new Settings($job)))->all();
        $names = ['one/password', 'one/password-page', 'one/line-secret', 'two/password', 'two/password-page', 'two/line-secret'];
        self::assertSame($names, array_keys($needs));
        self::assertSame([SecretAlphabet::Digits, true], [$needs['one/password']->rule->alphabet, $needs['one/password']->isLogin]);
        self::assertSame([20, false], [$needs['one/line-secret']->rule->most, $needs['one/line-secret']->isLogin]);
        $shared = Units::job($kinds, ['one' => [], 'two' => []], ['job' => ['schools' => ['passwords' => 'per-kind']]]);
        $needs = (new SecretNeeds(new Settings($shared)))->all();
        self::assertSame(['kind/phone/password', 'kind/phone/password-page', 'kind/phone/line-secret'], array_keys($needs));
        self::assertSame(['one', 'two'], array_column($needs['kind/phone/password']->devices, 'id'));
    }

    public function testOneOfEachSortIsInItAndNothingElse(): void
    {
        $need = self::need(alphabet: 'letters-digits', min: 8, max: 8);
        for ($seed = 1; $seed <= 50; ++$seed) {
            $secret = (new SecretMaker(new Randomizer(new Mt19937($seed))))->make($need);
            self::assertMatchesRegularExpression('/^(?=.*[a-z])(?=.*[A-Z])(?=.*[3479])[a-zA-Z3479]{8}$/D', $secret);
        }
        $code = (new SecretMaker(new Randomizer(new Mt19937(1))))->make(self::need(alphabet: 'digits', min: 4, max: 4));
        self::assertMatchesRegularExpression('/^\d{4}$/D', $code);
    }

    public function testWhatComesFirstIsNotAlwaysOfOneSort(): void
    {
        $first = [];
        for ($seed = 1; $seed <= 40; ++$seed) {
            $secret = (new SecretMaker(new Randomizer(new Mt19937($seed))))->make(
                self::need(alphabet: 'letters-digits', min: 8, max: 8),
            );
            $first[ctype_lower($secret[0]) ? 'lower' : (ctype_upper($secret[0]) ? 'upper' : 'digit')] = true;
        }
        self::assertCount(3, $first);
    }

    public function testASecretThatTwoKindsShareIsOneThatBothTake(): void
    {
        $kind = static fn (int $max): array => [
            'settings' => [['id' => 'key', 'secret' => true]],
            'secrets' => [['for' => 'key', 'least' => 8, 'most' => $max]],
        ];
        $shared = ['settings' => ['key' => 'secret:northpier-radius']];
        foreach ([['a', 'b'], ['b', 'a']] as $order) {
            $units = ['one' => ['profile' => $order[0]] + $shared, 'two' => ['profile' => $order[1]] + $shared];
            $need = (new SecretNeeds(new Settings(Units::job(['a' => $kind(12), 'b' => $kind(24)], $units))))->all()['northpier-radius'];
            self::assertSame([12, 2], [$need->rule->most, \count($need->devices)]);
        }
    }

    public function testWhatSomebodyElseChoseIsCheckedAsWell(): void
    {
        $need = self::need(alphabet: 'digits', min: 4, max: 6);
        self::assertNull(SecretMaker::refusal($need, '12345'));
        self::assertSame('4 to 6 characters, digits', SecretMaker::refusal($need, '123'));
        self::assertNotNull(SecretMaker::refusal($need, '1234567'));
        self::assertNotNull(SecretMaker::refusal($need, '12ab'));
    }

    public function testAKeypadThatTypesNothingOfItIsSaid(): void
    {
        $keypad = ['id' => 'pad', 'modes' => [['id' => 'digits', 'keys' => [['key' => '1', 'types' => '1']]]]];
        $kind = ['entrances' => [['way' => 'keypad', 'scheme' => 'code']], 'keypads' => [$keypad]];
        $kind['secrets'] = [['for' => 'password', 'alphabet' => 'lower']];
        $job = Units::job(['k' => $kind], ['unit' => []]);
        $this->expectException(InvalidValue::class);
        (new SecretMaker(new Randomizer(new Mt19937(1))))->make((new SecretNeeds(new Settings($job)))->all()['unit/password']);
    }

    private static function need(string $alphabet, int $min, int $max): SecretNeed
    {
        $rule = ['for' => 'password', 'alphabet' => $alphabet, 'least' => $min, 'most' => $max];
        $kind = ['entrances' => [['way' => 'page', 'scheme' => 'default-pair']], 'secrets' => [$rule]];

        return (new SecretNeeds(new Settings(Units::job(['k' => $kind], ['unit' => []]))))->all()['unit/password'];
    }
}
