<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Proof\ExplainedLeaf;

/**
 * A trace to look at: segments as sheets, routers between them, posts for the parties, request above, answer below, the
 * place where it stops marked with its reason.
 */
final readonly class TraceDrawing
{
    public const WIDTH = 760;
    /** How far down the request and its answer run. */
    private const REQUEST = 96;
    private const REPLY = 142;

    /**
     * @param list<array{x: int, width: int, name: string, sub: string, value: string}> $sheets
     * @param list<array{x: int, name: string, value: string, anchor: string, router: bool}> $posts
     * @param array{from: int, to: int, rest: int|null, stop: int|null, text: string, textX: int, anchor: string} $request
     * @param array{from: int, to: int, rest: int|null, stop: int|null, text: string, textX: int, anchor: string}|null $reply
     * @param list<TraceLeg> $legs
     */
    private function __construct(
        public array $sheets,
        public array $posts,
        public array $request,
        public ?array $reply,
        public string $sentence,
        public array $legs,
    ) {}

    /** @param bool $leak whether what gets through must not */
    public static function fromPart(ExplainedLeaf $part, bool $leak = false): self
    {
        $path = $part->path;
        $count = \count($path->posts);
        $margin = 100;
        $step = $count > 1 ? intdiv(self::WIDTH - 2 * $margin, $count - 1) : 0;
        $x = static fn (int $index): int => $margin + $step * $index;
        $posts = [];
        foreach ($path->posts as $index => $post) {
            $posts[] = [
                'x' => $x($index),
                'name' => self::shorten($post['name'], $count > 3 ? 20 : 26),
                'value' => self::address($post['addresses'], $post['router']),
                'anchor' => 'middle',
                'router' => $post['router'],
            ];
        }
        $why = '';
        foreach ($part->steps as $s) {
            if (!$s->ok) {
                $why = $s->cause?->rule->short() ?? '';
            }
        }
        $last = $count - 1;
        $fades = PairVerdict::Fades === $part->leaf->span;
        $request = self::line(
            x: $x,
            from: 0,
            stops: $path->requestStops,
            to: $last,
            good: $fades ? 'arrives now, stops after about 260 s' : 'request arrives',
            bad: 'request stops here: '.$why,
        );
        $reply = null;
        if (null === $path->requestStops && ($path->replied || null !== $path->replyStops)) {
            $reply = self::line(
                x: $x,
                from: $last,
                stops: $path->replyStops,
                to: 0,
                good: 'reply arrives',
                bad: 'reply stops here: '.$why,
            );
        }

        $legs = [TraceLeg::fromLine($request, self::REQUEST, $leak)];
        if (null !== $reply) {
            $legs[] = TraceLeg::fromLine($reply, self::REPLY, $leak);
        }

        return new self(
            sheets: self::sheets($part, $x),
            posts: $posts,
            request: $request,
            reply: $reply,
            sentence: self::sentence($part, $why),
            legs: $legs,
        );
    }

    /**
     * @param callable(int): int $x
     *
     * @return array{from: int, to: int, rest: int|null, stop: int|null, text: string, textX: int, anchor: string}
     */
    private static function line(callable $x, int $from, ?int $stops, int $to, string $good, string $bad): array
    {
        if (null === $stops) {
            return [
                'from' => $x($from),
                'to' => $x($to),
                'rest' => null,
                'stop' => null,
                'text' => $good,
                'textX' => intdiv($x($from) + $x($from + ($to <=> $from)), 2),
                'anchor' => 'middle',
            ];
        }
        $direction = $to >= $from ? 1 : -1;
        $stop = $x($stops) + 54 * $direction;
        $room = $direction > 0 ? self::WIDTH - $stop : $stop;

        return [
            'from' => $x($from),
            'to' => $stop,
            'rest' => $x($to),
            'stop' => $stop,
            'text' => $bad,
            'textX' => $room > 330 ? $stop + 12 * $direction : ($direction > 0 ? self::WIDTH - 8 : 8),
            'anchor' => $room > 330 === $direction > 0 ? 'start' : 'end',
        ];
    }

    /**
     * @param callable(int): int $x
     *
     * @return list<array{x: int, width: int, name: string, sub: string, value: string}>
     */
    private static function sheets(ExplainedLeaf $part, callable $x): array
    {
        $sheets = [];
        $segments = null === $part->path->apart ? $part->path->between : [$part->path->apart, ...$part->path->between];
        $last = \count($segments) - 1;
        // Where nothing left the asker's segment no router stands between: the gap is halfway.
        $edge = static fn (int $index): int => match (true) {
            null === $part->path->apart => $x($index),
            $index > 1 => $x($index - 1),
            default => intdiv($x(0) + $x(1), 2),
        };
        foreach ($segments as $index => $segment) {
            $from = 0 === $index ? 0 : $edge($index) + 26;
            $to = $index === $last ? self::WIDTH : $edge($index + 1) - 26;
            $sheets[] = [
                'x' => $from,
                'width' => max(20, $to - $from),
                'name' => self::shorten($segment['name'], intdiv(max(60, $to - $from), 8)),
                'sub' => null === $segment['vlan'] ? '' : 'VLAN '.$segment['vlan'],
                'value' => (string) $segment['prefix'],
            ];
        }

        return $sheets;
    }

    /** @param list<string> $addresses */
    private static function address(array $addresses, bool $router): string
    {
        if (!$router) {
            return $addresses[0] ?? 'no address';
        }

        return implode(
            '  ',
            array_map(
                static fn (string $a): string => (string) preg_replace('#^\d+\.\d+(\.\d+\.\d+)/.*$#', '$1', $a),
                \array_slice($addresses, 0, 3),
            ),
        );
    }

    private static function sentence(ExplainedLeaf $part, string $why): string
    {
        $names = array_map(static fn (array $p): string => $p['name'], $part->path->posts);

        return \sprintf(
            '%s: %s. %s%s',
            implode(', ', $names),
            $part->leaf->span->word(),
            '' === $why ? '' : ucfirst($why).'. ',
            $part->leaf->cause->text ?? '',
        );
    }

    private static function shorten(string $text, int $length): string
    {
        return mb_strlen($text) > $length ? mb_substr($text, 0, $length - 1).'…' : $text;
    }
}
