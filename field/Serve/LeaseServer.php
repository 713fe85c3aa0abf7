<?php

declare(strict_types=1);

namespace Vorhut\Field\Serve;

/** Debian's dnsmasq on one interface, with a configuration of ours and nothing else of this machine's. */
final class LeaseServer
{
    private const PROGRAM = '/usr/sbin/dnsmasq';

    /** @var resource|null */
    private $process;

    /** @var resource|null what it says */
    private $said;

    /** @param string $folder of its own, for its configuration and leases */
    public function __construct(
        private readonly string $interface,
        private readonly string $configuration,
        private readonly string $folder,
    ) {}

    /** Why it cannot run here; '' where it can. */
    public static function missing(): string
    {
        return match (true) {
            !is_executable(self::PROGRAM) => 'dnsmasq is not installed here: apt-get install dnsmasq-base.',
            0 !== posix_geteuid() => 'Only root may answer requests for leases.',
            default => '',
        };
    }

    /** @throws \RuntimeException with what dnsmasq says where it does not take the configuration */
    public function start(): void
    {
        $file = $this->folder.'/leases.conf';
        file_put_contents($file, $this->configuration);
        $command = [
            self::PROGRAM,
            '--keep-in-foreground',
            '--conf-file='.$file,
            '--port=0',
            '--interface='.$this->interface,
            '--except-interface=lo',
            '--bind-interfaces',
            '--dhcp-leasefile='.$this->folder.'/leases',
            '--pid-file=',
            '--log-facility=-',
            '--log-dhcp',
            '--user=root',
        ];
        $process = proc_open($command, [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['pipe', 'w']], $pipes);
        if (!\is_resource($process)) {
            throw new \RuntimeException('dnsmasq could not be started.');
        }
        [$this->process, $this->said] = [$process, $pipes[2]];
        stream_set_blocking($pipes[2], false);
        usleep(300_000);
        if (!$this->runs()) {
            throw new \RuntimeException(trim((string) stream_get_contents($pipes[2])));
        }
    }

    public function runs(): bool
    {
        return null !== $this->process && proc_get_status($this->process)['running'];
    }

    /** @return list<string> leases it has given since it was asked last, as "address MAC name" */
    public function news(): array
    {
        $text = null === $this->said ? '' : (string) stream_get_contents($this->said);
        preg_match_all('/DHCPACK\(\S+\) (\S+ \S+(?: \S+)?)/', $text, $found);

        return $found[1];
    }

    public function stop(): void
    {
        if (null !== $this->process) {
            proc_terminate($this->process);
            proc_close($this->process);
            $this->process = null;
        }
    }
}
