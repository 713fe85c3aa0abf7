<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Paper;

use Vorhut\Core\Proof\ExplainedLeaf;

/** A trace as rows to print: who stands on the way, and what becomes of question and answer between each two of them. */
final readonly class TraceRows
{
    /**
     * @param list<array{name: string, address: string}> $posts
     * @param list<array{name: string, prefix: string, asks: WireMark, answers: WireMark}> $wires between them
     * @param string $why it stops; '' where it gets through
     */
    private function __construct(public array $posts, public array $wires, public string $why) {}

    /**
     * @param bool $isWanted whether it is wanted that it gets through
     *
     * @return self|null null where there is no way to draw
     */
    public static function fromTracePart(ExplainedLeaf $part, bool $isWanted): ?self
    {
        $path = $part->path;
        $posts = array_map(static fn (array $post): array => [
            'name' => $post['name'],
            'address' => $post['addresses'][0] ?? '',
        ], $path->posts);
        $isAnswered = null === $path->requestStops && ($path->replied || null !== $path->replyStops);
        $wires = [];
        foreach ($path->between as $index => $segment) {
            // An answer goes the other way: its posts are counted from the far end.
            $stops = null === $path->replyStops ? null : -$path->replyStops;
            $wires[] = [
                'name' => $segment['name'],
                'prefix' => (string) $segment['prefix'],
                'asks' => WireMark::asking(self::arrives($path->requestStops, $index), $isWanted),
                'answers' => WireMark::answering($isAnswered ? self::arrives($stops, -$index - 1) : null, $isWanted),
            ];
        }
        $why = '';
        foreach ($part->steps as $step) {
            $why = $step->ok ? $why : $step->cause?->rule->short() ?? '';
        }

        return [] === $wires ? null : new self($posts, $wires, $why);
    }

    /**
     * What becomes of something on a piece of its way: whether it passes; null where it never comes.
     *
     * @param int|null $stops the post at which it stops, counted along its way; null where it arrives
     * @param int $from the post before the piece, counted so too
     */
    private static function arrives(?int $stops, int $from): ?bool
    {
        return null === $stops || $from < $stops ? true : ($from === $stops ? false : null);
    }
}
