<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Provision\DnsmasqFile;
use Vorhut\Core\Provision\DnsZone;
use Vorhut\Core\Provision\FileServer;
use Vorhut\Tests\Support\Jobs;

/** What is carried off for servers is read by their own checkers; neither of them is started. */
#[CoversNothing]
final class ServerFilesTest extends TestCase
{
    public function testANameServerTakesTheZones(): void
    {
        $domain = 'phones.example.net';
        $zones = [$domain => DnsZone::write(self::job(), $domain, 7)] + DnsZone::back(self::job(), $domain, 7);
        self::assertGreaterThan(2, \count($zones));
        foreach ($zones as $name => $text) {
            $check = self::check($text, ['named-checkzone', '-k', 'fail', '-n', 'ignore', $name]);
            self::assertSame(0, $check->getExitCode(), $check->getOutput().$check->getErrorOutput());
            self::assertStringContainsString('loaded serial 7', $check->getOutput());
        }
        self::assertNotSame(0, self::check('@ IN PTR', ['named-checkzone', $domain])->getExitCode(), 'it takes everything');
    }

    public function testADhcpServerTakesTheLeases(): void
    {
        $check = self::check(DnsmasqFile::write(self::job(), FileServer::at('http://192.0.2.7/p/')), ['dnsmasq', '--test', '-C']);
        self::assertSame(0, $check->getExitCode(), $check->getErrorOutput());
        self::assertNotSame(0, self::check("dhcp-host=,,\nno-such-word", ['dnsmasq', '--test', '-C'])->getExitCode());
    }

    private static function job(): Job
    {
        return JobFile::read(Jobs::demoText(), ShippedProfiles::load());
    }

    /** @param list<string> $command the file follows */
    private static function check(string $text, array $command): Process
    {
        $path = \sprintf('%s/vorhut-server-%d', sys_get_temp_dir(), getmypid());
        file_put_contents($path, $text);
        $process = new Process([...$command, $path], env: ['PATH' => getenv('PATH').':/usr/sbin:/sbin']);
        $process->setTimeout(20);
        $process->run();
        unlink($path);

        return $process;
    }
}
