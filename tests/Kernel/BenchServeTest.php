<?php

declare(strict_types=1);

namespace Vorhut\Tests\Kernel;

use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Tests\Support\Jobs;

/** A bench that leases and serves, and Debian's DHCP client as a phone, on a cable between two namespaces. */
final class BenchServeTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $missing = KernelLab::missing() ?? self::withoutClient();
        if (null !== $missing) {
            fwrite(\STDERR, "\n*** NOTHING WAS LEASED: $missing ***\n");
            self::markTestSkipped('Nothing was leased: '.$missing);
        }
        $this->folder = sys_get_temp_dir().'/vorhut-bench-test-'.bin2hex(random_bytes(6));
        mkdir($this->folder, 0o700);
    }

    protected function tearDown(): void
    {
        foreach (new \FilesystemIterator($this->folder) as $file) {
            unlink((string) $file);
        }
        rmdir($this->folder);
    }

    public function testAPhoneGetsItsAddressAndItsFileRegistersAndCalls(): void
    {
        $job = JobFile::read(Jobs::demoText('kestrel-sound'), ShippedProfiles::load());
        $job = $job->with(new ChangeSet('', [$job->editInterface(Device::class, 'ticket-1', 0, ['mode' => 'reserved'])]));
        file_put_contents($this->folder.'/job.json', JobFile::write($job));
        file_put_contents($this->folder.'/secrets.json', '{"2001":"a-secret-of-the-bench-24"}');
        chmod($this->folder.'/secrets.json', 0o600);
        $this->lease('02:47:00:00:10:14', '024700001014.ini');
        $lease = (string) file_get_contents($this->folder.'/lease');
        self::assertStringContainsString("\nip=10.47.10.20\n", "\n".$lease);
        self::assertStringContainsString("\nrouter=10.47.10.1\n", "\n".$lease);
        self::assertSame('http://10.47.10.2:8069/', file_get_contents($this->folder.'/url'));
        $file = (string) file_get_contents($this->folder.'/file');
        self::assertStringContainsString('number = 2001', $file);
        self::assertStringContainsString('secret = a-secret-of-the-bench-24', $file);
        foreach (['neighbour', 'again'] as $who) {
            $without = (string) file_get_contents($this->folder.'/'.$who);
            self::assertStringContainsString('number = 2001', $without, $who);
            self::assertStringNotContainsString('a-secret-of-the-bench', $without, $who);
        }
        self::assertSame('none', file_get_contents($this->folder.'/other'));
        $called = json_decode((string) file_get_contents($this->folder.'/called'), true);
        self::assertIsArray($called, (string) file_get_contents($this->folder.'/called'));
        self::assertSame([200, 8, 0], [$called['registered'], $called['type'], $called['lost']]);
        self::assertGreaterThan(30, $called['heard']);
        $served = (string) file_get_contents($this->folder.'/served');
        self::assertStringContainsString('{"leased":"10.47.10.20 02:47:00:00:10:14', $served);
        self::assertStringContainsString('{"asked":"024700001014.ini","from":"10.47.10.20","served":true}', $served);
        self::assertStringContainsString('{"asked":"0247000010ff.ini","from":"10.47.10.20","served":false}', $served);
    }

    private function lease(string $mac, string $file): void
    {
        $command = [...KernelLab::inside(), \dirname(__DIR__, 2).'/tests/Kernel/bench-serve.sh', $this->folder.'/job.json', $mac,
            $this->folder, $file];
        exec(implode(' ', array_map(escapeshellarg(...), $command)).' 2>&1', $output, $code);
        $errors = is_file($this->folder.'/errors') ? (string) file_get_contents($this->folder.'/errors') : '';
        self::assertSame(0, $code, implode("\n", $output)."\n".$errors);
    }

    private static function withoutClient(): ?string
    {
        return is_executable('/usr/sbin/udhcpc') || is_executable('/sbin/udhcpc') ? null : 'there is no udhcpc command';
    }
}
