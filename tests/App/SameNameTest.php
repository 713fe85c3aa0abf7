<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/** Several who choose one name at the same moment, each in a process of its own. */
final class SameNameTest extends TestCase
{
    private const AT_ONCE = 4;
    private const BEGIN = <<<'PHP'
        require 'vendor/autoload.php';
        $kernel = Vorhut\App\Boot::kernel('test', true);
        $kernel->boot();
        $services = $kernel->getContainer()->get('test.service_container');
        // All of them are as far before the first one writes.
        usleep((int) max(0, 1e6 * ((float) $argv[1] - microtime(true))));
        PHP;

    public function testEachJobGetsASlugOfItsOwn(): void
    {
        $said = self::atOnce(<<<'PHP'
            $text = '{"format": "vorhut-job", "version": 1, "job": {"name": "Many at once"}}';
            $job = Vorhut\Core\Exchange\JobFile::read($text, Vorhut\App\Plan\ShippedProfiles::load());
            echo $services->get(Vorhut\App\Plan\JobStore::class)->create($job, null)->getSlug();
            PHP);
        self::one('$services->get("doctrine")->getConnection()->executeStatement("DELETE FROM job WHERE name = \'Many at once\'");');
        sort($said);
        self::assertSame(['many-at-once', 'many-at-once-2', 'many-at-once-3', 'many-at-once-4'], $said);
    }

    public function testOnePersonGetsTheNameAndTheOthersAreToldWhy(): void
    {
        $said = self::atOnce(<<<'PHP'
            try {
                $services->get(Vorhut\App\People\People::class)->invite('newcomer', 'Newcomer', Vorhut\App\Entity\Role::Viewer);
                echo 'invited';
            } catch (Vorhut\Core\InvalidValue $e) {
                echo $e->allowed;
            }
            PHP);
        self::one('$services->get("doctrine")->getConnection()->delete("user_account", ["username" => "newcomer"]);');
        self::assertSame(['a name that is not taken' => self::AT_ONCE - 1, 'invited' => 1], self::counted($said));
    }

    /** @return list<string> what each said */
    private static function atOnce(string $code): array
    {
        $at = (string) (microtime(true) + 2);
        $processes = [];
        for ($n = 0; $n < self::AT_ONCE; ++$n) {
            $processes[] = $process = self::process($code, $at);
            $process->start();
        }

        return array_map(static function (Process $process): string {
            $process->wait();
            self::assertSame(0, $process->getExitCode(), $process->getErrorOutput().$process->getOutput());

            return $process->getOutput();
        }, $processes);
    }

    private static function one(string $code): void
    {
        self::process($code, '0')->mustRun();
    }

    private static function process(string $code, string $at): Process
    {
        return new Process(['php', '-r', self::BEGIN.$code, '--', $at], \dirname(__DIR__, 2), timeout: 60);
    }

    /**
     * @param list<string> $said
     *
     * @return array<string, int>
     */
    private static function counted(array $said): array
    {
        $counted = array_count_values($said);
        ksort($counted);

        return $counted;
    }
}
