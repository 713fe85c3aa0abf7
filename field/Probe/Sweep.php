<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Amp\Sync\LocalSemaphore;
use Vorhut\Core\Intent\ProbeKind;

use function Amp\async;
use function Amp\delay;
use function Amp\Future\await;

/** Asks many addresses at once, never more than so many sockets open nor so many questions a second. */
final readonly class Sweep
{
    /** The event loop's select holds 1024 descriptors at most; a margin is kept for everything else. */
    public const MAX_SOCKETS = 900;
    /** Questions begun at once, and seconds until the next ones are: 10 000 a second at most. */
    private const BURST = 500;
    private const PAUSE = 0.05;

    public function __construct(private Prober $prober, private int $sockets = self::MAX_SOCKETS) {}

    /**
     * @param list<array{kind: ProbeKind, target: string, port: int, from: string|null, with?: ProbeDetails}> $questions
     * @param \Closure(ProbeResult, int): bool $onResult told each result and its question's number, false stops the sweep
     */
    public function run(array $questions, \Closure $onResult): void
    {
        $semaphore = new LocalSemaphore(max(1, min($this->sockets, self::MAX_SOCKETS)));
        $go = true;
        $futures = [];
        foreach ($questions as $number => $question) {
            $lock = $semaphore->acquire();
            if (!$go) {
                $lock->release();
                break;
            }
            if ($number > 0 && 0 === $number % self::BURST) {
                delay(self::PAUSE);
            }
            $futures[] = async(function () use ($question, $number, $lock, $onResult, &$go): void {
                try {
                    $result = $this->prober->ask(
                        kind: $question['kind'],
                        target: $question['target'],
                        port: $question['port'],
                        from: $question['from'],
                        with: $question['with'] ?? null,
                    );
                    $go = $onResult($result, $number) && $go;
                } finally {
                    $lock->release();
                }
            });
        }
        await($futures);
    }
}
