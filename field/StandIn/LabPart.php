<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

/** A child process with a part of a lab. It ends when its standard input does, so it never outlives its parent. */
final class LabPart
{
    /** @var list<string> */
    public array $running = [];

    /** @var array<string, string> */
    public array $failed = [];

    /** @var resource */
    private mixed $process;

    /** @var array<int, resource> */
    private array $pipes = [];

    /**
     * @param list<string> $command runs bin/vorhut lab for the part
     * @param string $plan the job file and blocks it reads from its standard input
     */
    public function __construct(array $command, string $plan)
    {
        $process = proc_open($command, [['pipe', 'r'], ['pipe', 'w'], ['file', '/dev/null', 'w']], $pipes);
        if (false === $process) {
            throw new \RuntimeException('A part of the lab could not be started.');
        }
        $this->process = $process;
        $this->pipes = $pipes;
        fwrite($pipes[0], $plan."\n");
        fflush($pipes[0]);
    }

    /** Until it says what runs. */
    public function await(): void
    {
        $told = json_decode((string) fgets($this->pipes[1]), true);
        if (!\is_array($told)) {
            $this->failed = ['a part of the lab' => 'it ended before it began'];

            return;
        }
        $this->running = array_values(array_filter((array) ($told['running'] ?? []), \is_string(...)));
        foreach (array_filter((array) ($told['failed'] ?? []), \is_string(...)) as $standIn => $why) {
            $this->failed[(string) $standIn] = $why;
        }
    }

    public function stop(): void
    {
        array_map(fclose(...), $this->pipes);
        proc_close($this->process);
    }
}
