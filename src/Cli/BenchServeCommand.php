<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Revolt\EventLoop;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Provision\DnsmasqFile;
use Vorhut\Core\Provision\FileServer;
use Vorhut\Core\Record\Json;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Serve\BenchFiles;
use Vorhut\Field\Serve\LeaseServer;
use Vorhut\Field\Serve\UnitFileServer;

#[AsCommand('bench-serve', 'Runs a DHCP and provisioning server for the bench on one interface of this machine', help: <<<'TXT'
    bin/vorhut bench-serve JOB --interface eth1 --confirmed
    All devices on that network then get their addresses from this machine. So the interface is named, has an address in a
    subnet of the job, and has no default route; --confirmed says that there is no other DHCP server. Ctrl-C ends it.
    TXT)]
final class BenchServeCommand extends JobCommand
{
    private const PORT = 8069;

    protected function configure(): void
    {
        parent::configure();
        $this->addOption('interface', null, InputOption::VALUE_REQUIRED, 'Interface of this machine');
        $this->addOption('confirmed', null, InputOption::VALUE_NONE, 'There is no other DHCP server, and you have permission');
        $this->addOption('port', null, InputOption::VALUE_REQUIRED, 'Port of the file server', (string) self::PORT);
        $this->addOption('secrets', null, InputOption::VALUE_REQUIRED, 'JSON file of secrets by extension, readable by you alone');
        $this->addOption('seconds', null, InputOption::VALUE_REQUIRED, 'End after so many seconds; 0 for never', '0');
    }

    protected function answer(Job $job, InputInterface $input, OutputInterface $output): int
    {
        $interface = BenchInterface::named(self::text($input, 'interface'), $job, true === $input->getOption('confirmed'));
        $port = self::number($input, name: 'port', min: 1, max: 65535);
        $missing = LeaseServer::missing();
        if ('' !== $missing) {
            throw new InvalidValue('bench-serve', 'a machine that can lease', $missing);
        }
        $files = FileServer::at(\sprintf('http://%s:%d/', $interface->address, $port));
        $configuration = DnsmasqFile::write($job, $files, [$interface->segment]);
        $tell = static function (array $what) use ($output): void {
            $output->writeln(Json::line($what), OutputInterface::OUTPUT_RAW);
        };
        $folder = sys_get_temp_dir().'/vorhut-bench-'.bin2hex(random_bytes(6));
        mkdir($folder, 0o700);
        $leases = new LeaseServer($interface->name, $configuration, $folder);
        $bench = new BenchFiles($job, UnitFiles::make(), self::secrets(self::text($input, 'secrets')));
        $hear = static function () use ($leases, $bench, $tell): void {
            foreach ($leases->news() as $lease) {
                $bench->leased($lease);
                $tell(['leased' => $lease]);
            }
        };
        $served = new UnitFileServer(
            sockets: new Sockets(new TargetGate([Ipv4Prefix::containing(Ipv4Address::fromString($interface->address), 32)])),
            address: $interface->address,
            port: $port,
            files: static function (string $from, string $name, bool $isFetched) use ($hear, $bench): ?array {
                // A phone may ask sooner than its lease is looked at.
                $hear();

                return $bench->get($from, $name, $isFetched);
            },
            told: static fn (string $from, string $name, bool $isThere) => $tell(['asked' => $name, 'from' => $from, 'served' => $isThere]),
        );
        try {
            $leases->start();
            $served->start();
            $tell(['serving' => $files->url, 'interface' => $interface->name, 'segment' => $interface->segment]);
            $this->wait($leases, self::number($input, name: 'seconds', min: 0, max: 864000), $hear);
        } catch (\RuntimeException $e) {
            throw new InvalidValue($interface->name, 'an interface on which leases can be given', $e->getMessage());
        } finally {
            $served->stop();
            $leases->stop();
            array_map(unlink(...), array_filter([$folder.'/leases.conf', $folder.'/leases'], is_file(...)));
            rmdir($folder);
        }

        return self::OK;
    }

    private function wait(LeaseServer $leases, int $seconds, \Closure $hear): void
    {
        $suspension = EventLoop::getSuspension();
        $ends = [
            EventLoop::onSignal(\SIGINT, static fn () => $suspension->resume()),
            EventLoop::onSignal(\SIGTERM, static fn () => $suspension->resume()),
            EventLoop::repeat(0.25, static function () use ($leases, $hear, $suspension): void {
                $hear();
                if (!$leases->runs()) {
                    $suspension->resume();
                }
            }),
        ];
        if ($seconds > 0) {
            $ends[] = EventLoop::delay($seconds, static fn () => $suspension->resume());
        }
        $suspension->suspend();
        array_map(EventLoop::cancel(...), $ends);
    }

    /** @return array<string, string> */
    private static function secrets(?string $path): array
    {
        if (null === $path) {
            return [];
        }
        if (!is_file($path) || 0 !== (fileperms($path) & 0o077)) {
            throw new InvalidValue($path, 'a file that you alone can read', 'chmod 600 it.');
        }

        return array_filter(Json::object((string) file_get_contents($path)), \is_string(...));
    }

    private static function number(InputInterface $input, string $name, int $min, int $max): int
    {
        $text = (string) self::text($input, $name);
        if (1 !== preg_match('/^\d{1,6}$/D', $text) || (int) $text < $min || (int) $text > $max) {
            $allowed = \sprintf('a whole number from %d to %d', $min, $max);
            throw new InvalidValue($text, $allowed, \sprintf('Such as --%s=%d.', $name, $min));
        }

        return (int) $text;
    }

    private static function text(InputInterface $input, string $name): ?string
    {
        $value = $input->getOption($name);

        return \is_string($value) ? $value : null;
    }
}
