<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Amp\Future;
use Vorhut\Core\Intent\LiveQuestion;
use Vorhut\Core\Intent\ProbeKind;

use function Amp\async;
use function Amp\Future\awaitFirst;

/** Some calls at once, but nobody in two of them: an extension that calls is not to be rung by another test at the same time. */
final class Conversations
{
    private const AT_ONCE = 10;

    /**
     * @param array<string, LiveQuestion> $open registrations and calls
     * @param \Closure(LiveQuestion, ProbeResult): bool $tell told each result as it comes; false: begin no more
     */
    public static function hold(Talker $talker, array $open, \Closure $tell): void
    {
        /** @var array<string, Future<array{string, LiveQuestion, ProbeResult}>> $running */
        $running = [];
        $busy = [];
        $go = true;
        while (($go && [] !== $open) || [] !== $running) {
            foreach ($go ? $open : [] as $key => $question) {
                if (\count($running) >= self::AT_ONCE) {
                    break;
                }
                if ([] === array_intersect_key($busy, self::talking($question))) {
                    unset($open[$key]);
                    $busy += self::talking($question);
                    $running[$key] = async(static fn (): array => [$key, $question, $talker->ask($question)]);
                }
            }
            /** @var array{string, LiveQuestion, ProbeResult} $ended */
            $ended = awaitFirst($running);
            [$key, $question, $result] = $ended;
            unset($running[$key]);
            $busy = array_diff_key($busy, self::talking($question));
            $go = $tell($question, $result) && $go;
        }
    }

    /** @return array<array-key, true> who is taken up by it; phone systems and servers speak with many */
    private static function talking(LiveQuestion $question): array
    {
        return \in_array($question->kind, [ProbeKind::Register, ProbeKind::File], true)
            ? [$question->from => true]
            : [$question->from => true, $question->to => true];
    }
}
