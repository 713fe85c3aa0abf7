<?php

declare(strict_types=1);

namespace Vorhut\Tests\Support;

use function Amp\delay;

/** Debian's sip-tester as a phone or a carrier of its own, beside the event loop of the test. */
final class ForeignAgent
{
    /** @var resource */
    private $process;
    private readonly string $folder;
    private ?int $code = null;

    /**
     * @param list<string> $more arguments
     * @param string $user number and password with a semicolon between
     */
    public function __construct(ForeignScenario $scenario, string $from, int $port, string $to, string $user, string $password, array $more)
    {
        $this->folder = sys_get_temp_dir().'/vorhut-foreign-'.bin2hex(random_bytes(6));
        mkdir($this->folder, 0o700);
        file_put_contents($this->folder.'/scenario.xml', (string) $scenario);
        $proof = "[authentication username=$user password=$password]";
        file_put_contents($this->folder.'/users.csv', "SEQUENTIAL\n$user;$proof;\n");
        $command = ['sipp', '-sf', $this->folder.'/scenario.xml', '-inf', $this->folder.'/users.csv', '-i', $from, '-p', (string) $port,
            '-mi', $from, '-nostdin', '-trace_err', '-error_file', $this->folder.'/errors', ...$more, $to];
        $log = ['file', $this->folder.'/screen', 'w'];
        $process = proc_open($command, [1 => $log, 2 => $log], $pipes, $this->folder);
        $this->process = false === $process ? throw new \RuntimeException('There is no sipp command.') : $process;
    }

    /** Waits without standing in the way of the loop; how it went, 0 for all as expected. */
    public function wait(float $seconds): int
    {
        $end = hrtime(true) + $seconds * 1e9;
        while ($this->isRunning() && hrtime(true) < $end) {
            delay(0.02);
        }

        return $this->code ?? -1;
    }

    public function isRunning(): bool
    {
        $status = proc_get_status($this->process);
        if (!$status['running'] && null === $this->code) {
            $this->code = $status['exitcode'];
        }

        return $status['running'];
    }

    /** What it found wrong, or else the last of what it showed. */
    public function errors(): string
    {
        $errors = is_file($this->folder.'/errors') ? (string) file_get_contents($this->folder.'/errors') : '';

        return '' === $errors ? substr((string) file_get_contents($this->folder.'/screen'), -2000) : $errors;
    }

    public function stop(): void
    {
        if ($this->isRunning()) {
            proc_terminate($this->process, \SIGKILL);
        }
        proc_close($this->process);
        foreach (new \FilesystemIterator($this->folder) as $file) {
            unlink((string) $file);
        }
        rmdir($this->folder);
    }
}
