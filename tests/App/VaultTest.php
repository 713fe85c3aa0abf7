<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\DomCrawler\Crawler;
use Vorhut\App\Entity\Secret;
use Vorhut\App\Vault\SealedFile;
use Vorhut\App\Vault\Vault;
use Vorhut\App\Vault\VaultKey;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\PasswordState;

/** Secrets are made, shown for a short while, and nowhere but sealed. */
final class VaultTest extends AppTestCase
{
    private const NAME = 'berth-3/password';

    protected function tearDown(): void
    {
        $file = self::file();
        foreach ([$file.'.aside' => $file] as $aside => $back) {
            if (is_file($aside)) {
                rename($aside, $back);
            }
        }
        chmod($file, 0o600);
        parent::tearDown();
    }

    public function testSecretsStandNowhereButSealed(): void
    {
        $this->as('ines');
        $this->post(self::JOB.'/vault/make');
        $value = $this->shown(self::NAME);
        $this->post(self::JOB.'/vault/make', ['name' => self::NAME]);
        $second = $this->shown(self::NAME);
        self::assertNotSame($value, $second, 'made anew');
        $all = array_map($this->vault()->open(...), array_values($this->vault()->secretsOf($this->stored())));
        self::assertGreaterThan(80, \count($all));
        $this->post(self::JOB.'/vault/export', ['passphrase' => 'seven grey gulls on a rope']);
        $sealed = $this->body();
        $pages = ['', '/vault', '/history', '/bench', '/bench/berth-3?step=secure', '/bench/paper', '/devices?sel=berth-3', '/facts'];
        foreach ($pages as $page) {
            $this->client->request('GET', self::JOB.$page);
            self::assertResponseIsSuccessful($page);
            $this->findNone($all, $this->body(), $page);
        }
        $this->client->request('GET', self::JOB.'/export');
        $this->findNone($all, $this->body(), 'job file');
        $this->client->request('GET', self::JOB.'/papers/addresses.csv');
        $this->findNone($all, $this->body(), 'paper');
        $this->findNone($all, $sealed, 'the sealed file');
        $tables = $this->em()->getConnection()->fetchFirstColumn('SHOW TABLES');
        foreach ($tables as $table) {
            \assert(\is_string($table));
            $rows = $this->em()->getConnection()->fetchAllAssociative('SELECT * FROM `'.$table.'`');
            $this->findNone($all, serialize($rows), 'table '.$table);
        }
        $this->findNone($all, (string) file_get_contents(\dirname(__DIR__, 2).'/var/log/test.log'), 'log');
    }

    public function testEachLookIsInTheJournalAndViewersNeverLook(): void
    {
        $this->as('tomas');
        $this->post(self::JOB.'/vault/make', ['name' => self::NAME]);
        $page = $this->post(self::JOB.'/vault/show', ['name' => self::NAME, 'back' => self::JOB.'/bench/berth-3']);
        self::assertSame('30;url='.self::JOB.'/bench/berth-3', $page->filter('meta[http-equiv=refresh]')->attr('content'));
        self::assertStringContainsString('no-store', (string) $this->client->getResponse()->headers->get('Cache-Control'));
        $history = $this->client->request('GET', self::JOB.'/history')->text();
        self::assertStringContainsString('Password of Berth 3 camera was shown', $history);
        $this->as('vera');
        $this->client->request('GET', self::JOB.'/vault');
        self::assertSame(403, $this->code());
        foreach (['show', 'make', 'keep', 'export'] as $do) {
            $this->post(self::JOB.'/vault/'.$do, ['name' => self::NAME, 'passphrase' => 'seven grey gulls on a rope']);
            self::assertSame(403, $this->code(), $do);
        }
        $this->as('tomas');
        $this->post(self::JOB.'/vault/export', ['passphrase' => 'seven grey gulls on a rope']);
        self::assertSame(403, $this->code(), 'a lead carries them off');
    }

    public function testAPasswordThatIsTypedIsChangedAndTheFormerOneIsThereUntilThen(): void
    {
        $this->as('tomas');
        $record = fn (string $more = ''): mixed => $this->post(self::JOB.'/bench/ramp-phone', ['step' => 'secure', 'reason' => $more]);
        $record();
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains('[role=alert]', 'expected is');
        $this->post(self::JOB.'/vault/make');
        $first = $this->shown('ramp-phone/password');
        $record('already on the network');
        self::assertSame(PasswordState::Changed, $this->job()->devices['ramp-phone']->password);
        self::assertNotNull($this->secret('ramp-phone/password')->getTypedAt());
        $this->post(self::JOB.'/vault/make', ['name' => 'ramp-phone/password']);
        self::assertNull($this->secret('ramp-phone/password')->getTypedAt());
        $page = $this->post(self::JOB.'/vault/show', ['name' => 'ramp-phone/password']);
        $before = 'Previous one, until the new one is set: '.$first;
        self::assertStringContainsString($before, $page->filter('.shown')->text());
        self::assertCount(6, $page->filter('.shown .typed li'), 'how it is typed on its keys');
        $record('already on the network');
        $entry = $this->number('SELECT MAX(id) FROM journal');
        $show = fn (): string => $this->post(self::JOB.'/vault/show', ['name' => 'ramp-phone/password'])->filter('.shown')->text();
        self::assertStringNotContainsString($first, $show());
        $this->post(self::JOB.'/undo/'.$entry);
        self::assertStringContainsString($before, $show(), 'said too early: the unit hsame as the previous backup, and it is not lost');
    }

    public function testWithoutItsKeyNothingIsShownAndNothingElseIsLost(): void
    {
        $this->as('ines');
        $this->post(self::JOB.'/vault/make', ['name' => self::NAME]);
        $value = $this->shown(self::NAME);
        rename(self::file(), self::file().'.aside');
        $page = $this->client->request('GET', self::JOB.'/vault');
        self::assertResponseIsSuccessful();
        self::assertStringContainsString('The vault key is missing', $page->filter('[role=alert]')->text());
        $this->post(self::JOB.'/vault/show', ['name' => self::NAME]);
        self::assertResponseRedirects();
        $this->post(self::JOB.'/vault/make');
        self::assertSame(1, $this->number('SELECT COUNT(*) FROM secret'), 'what is there stays as it was');
        foreach (['', '/bench/berth-3', '/devices'] as $page) {
            $this->client->request('GET', self::JOB.$page);
            self::assertResponseIsSuccessful($page);
        }
        $key = self::getContainer()->get(VaultKey::class);
        \assert($key instanceof VaultKey);
        $key->make();
        $this->post(self::JOB.'/vault/show', ['name' => self::NAME]);
        self::assertStringContainsString('encrypted with another key', $this->client->followRedirect()->filter('.said')->text());
        rename(self::file().'.aside', self::file());
        self::assertSame($value, $this->shown(self::NAME), 'with its key it is back');
        chmod(self::file(), 0o640);
        $page = $this->client->request('GET', self::JOB.'/vault');
        self::assertStringContainsString('can be read by others', $page->filter('[role=alert]')->text());
    }

    public function testNoSecretStandsInForAnother(): void
    {
        $this->as('ines');
        $this->post(self::JOB.'/vault/make');
        $swap = 'UPDATE secret a JOIN secret b ON b.job_id = a.job_id AND b.name = ? SET a.sealed = b.sealed WHERE a.name = ?';
        $this->em()->getConnection()->executeStatement($swap, ['berth-4/password', self::NAME]);
        $this->em()->clear();
        $this->post(self::JOB.'/vault/show', ['name' => self::NAME]);
        self::assertResponseRedirects();
        self::assertStringContainsString('encrypted with another key', $this->client->followRedirect()->filter('.said')->text());
    }

    public function testOneThatSomebodyElseChoseIsKeptIfTheUnitTakesIt(): void
    {
        $this->as('tomas');
        $this->post(self::JOB.'/vault/keep', ['name' => 'ramp-phone/password', 'value' => 'letters']);
        self::assertStringContainsString('allowed is 4 to 6 characters, digits', $this->client->followRedirect()->filter('.said')->text());
        self::assertSame(0, $this->number('SELECT COUNT(*) FROM secret'));
        $this->post(self::JOB.'/vault/keep', ['name' => 'ramp-phone/password', 'value' => '480215']);
        self::assertSame('480215', $this->shown('ramp-phone/password'));
        $this->post(self::JOB.'/vault/keep', ['name' => 'nobody/password', 'value' => '480215']);
        self::assertSame(404, $this->code());
    }

    public function testANewKeySealsEverythingAgain(): void
    {
        $this->as('ines');
        $this->post(self::JOB.'/vault/make');
        $value = $this->shown(self::NAME);
        $before = (string) file_get_contents(self::file());
        $sealed = $this->secret(self::NAME)->getSealed();
        $command = (new Application(self::$kernel ?? throw new \LogicException()))->find('vorhut:vault-key');
        $tester = new CommandTester($command);
        $tester->execute(['do' => 'renew']);
        self::assertSame(0, $tester->getStatusCode(), $tester->getDisplay());
        self::assertNotSame($before, file_get_contents(self::file()));
        self::assertSame('0600', substr(\sprintf('%o', fileperms(self::file())), -4));
        self::assertSame(1, substr_count((string) file_get_contents(self::file()), "\n"), 'the former one is forgotten');
        self::assertNotSame($sealed, $this->secret(self::NAME)->getSealed());
        self::assertSame($value, $this->shown(self::NAME));
    }

    public function testAFileOpensWithItsPassphraseAlone(): void
    {
        $secrets = [['name' => 'a/password', 'label' => 'Password', 'units' => ['A'], 'value' => 'hunter-47']];
        $file = SealedFile::seal('Northpier', $secrets, 'seven grey gulls on a rope');
        self::assertSame(['job' => 'Northpier', 'secrets' => $secrets], SealedFile::open($file, 'seven grey gulls on a rope'));
        self::assertStringNotContainsString('hunter', $file);
        $changed = static fn (string $from, string $to): string => str_replace($from, $to, $file);
        $wrong = [
            [$file, 'seven grey gulls on a robe'],
            [$changed('"passes": 3', '"passes": 4'), 'seven grey gulls on a rope'],
            [$changed('134217728', '99999999999'), 'seven grey gulls on a rope'],
            ['{"format": "vorhut-job"}', 'seven grey gulls on a rope'],
            ['no JSON', 'seven grey gulls on a rope'],
        ];
        foreach ($wrong as [$text, $passphrase]) {
            try {
                SealedFile::open($text, $passphrase);
                self::fail('It opened.');
            } catch (InvalidValue $e) {
                self::assertNotSame('', $e->allowed);
            }
        }
        $this->expectException(InvalidValue::class);
        SealedFile::seal('Northpier', $secrets, 'short');
    }

    private function shown(string $name): string
    {
        return $this->post(self::JOB.'/vault/show', ['name' => $name])->filter('.shown .value')->text();
    }

    private function vault(): Vault
    {
        $vault = self::getContainer()->get(Vault::class);
        \assert($vault instanceof Vault);

        return $vault;
    }

    private function secret(string $name): Secret
    {
        $this->em()->clear();

        return $this->vault()->find($this->stored(), $name) ?? throw new \LogicException('no '.$name);
    }

    /** @param list<string> $secrets */
    private function findNone(array $secrets, string $text, string $where): void
    {
        foreach ($secrets as $secret) {
            // Short codes of digits stand in other numbers by chance.
            if (\strlen($secret) > 6) {
                self::assertStringNotContainsString($secret, $text, $where);
            }
        }
    }

    private static function file(): string
    {
        return \dirname(__DIR__, 2).'/var/test-vault.key';
    }

    /** The button of a step at which a secret is typed makes it, where there is none yet. */
    public function testASecretIsMadeAtTheStepWhereItIsTyped(): void
    {
        $this->as('tomas');
        $page = $this->client->request('GET', self::JOB.'/bench/ticket-2?step=secure');
        $form = $page->filter('form')->reduce(static fn (Crawler $f): bool => str_contains($f->text(), 'Generate'))->first();
        self::assertNull($form->attr('hx-post'), 'it is an ordinary form: htmx would send it to the page itself');
        self::assertStringEndsWith('/vault/make', (string) $form->attr('action'));
        $this->client->submit($form->form());
        self::assertResponseRedirects();
        $page = $this->client->followRedirect();
        self::assertStringContainsString('Show for 30 s', $page->text());
    }
}
