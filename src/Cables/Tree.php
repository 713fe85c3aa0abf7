<?php

declare(strict_types=1);

namespace Vorhut\App\Cables;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NetworkSwitch;
use Vorhut\Core\Job\SwitchLink;
use Vorhut\Core\Load\LoadLine;

/** Switches as a tree from left to right, each link as thick as it is fast and coloured by what it carries. */
final readonly class Tree
{
    private const WIDE = 150;
    private const HIGH = 40;
    private const STEP = 250;
    private const ROW = 56;
    /** How far before its end a link is written on. */
    private const BESIDE = 40;
    /** Switches that are drawn; more make a drawing that nobody reads. */
    private const MAX = 60;
    private const THICK = [100 => 2, 1000 => 4, 10000 => 7];

    /**
     * @param list<array{x: int, y: int, name: string, note: string, id: string}> $nodes
     * @param list<array{path: string, thick: int, class: string, x: int, y: int, text: string, title: string}> $edges
     */
    private function __construct(public int $width, public int $height, public array $nodes, public array $edges) {}

    /** @param array<array-key, array<string, LoadLine>> $lines by link and direction */
    public static function fromJob(Job $job, array $lines): ?self
    {
        $switches = $job->all(NetworkSwitch::class);
        $links = $job->all(SwitchLink::class);
        if (\count($switches) < 2 || \count($switches) > self::MAX) {
            return null;
        }
        [$depths, $rows] = self::places($switches, $links);
        $nodes = [];
        foreach ($switches as $id => $switch) {
            $nodes[] = [
                'x' => $depths[$id] * self::STEP,
                'y' => $rows[$id] * self::ROW,
                'name' => $switch->name,
                'note' => $job->locations[$switch->location]->name ?? '',
                'id' => 'switch-'.$id,
            ];
        }
        $edges = [];
        foreach ($links as $link) {
            $edges[] = self::edge($link, $lines[$link->id] ?? [], $depths, $rows);
        }

        return new self(
            max(0, ...array_values($depths)) * self::STEP + self::WIDE,
            (max(0, ...array_values($rows)) + 1) * self::ROW,
            $nodes,
            $edges,
        );
    }

    /**
     * The one with most links is the root; below it each stands as far to the right as it is away.
     *
     * @param array<array-key, NetworkSwitch> $switches
     * @param array<array-key, SwitchLink> $links
     *
     * @return array{array<array-key, int>, array<array-key, int>} columns and rows by switch
     */
    private static function places(array $switches, array $links): array
    {
        $beside = array_fill_keys(array_keys($switches), []);
        foreach ($links as $link) {
            $beside[$link->from->switch][] = $link->to->switch;
            $beside[$link->to->switch][] = $link->from->switch;
        }
        $order = array_keys($beside);
        usort($order, static fn (int|string $a, int|string $b): int => \count($beside[$b]) <=> \count($beside[$a]));
        $depths = $rows = [];
        $row = -1;
        foreach ($order as $root) {
            // The first below another stands in its row, further ones each in one of their own.
            $open = [[$root, 0, false]];
            while (null !== ($next = array_pop($open))) {
                [$id, $depth, $isFirst] = $next;
                if (isset($depths[$id])) {
                    continue;
                }
                $row += $isFirst ? 0 : 1;
                $depths[$id] = $depth;
                $rows[$id] = $row;
                $below = array_values(array_filter($beside[$id], static fn (int|string $o): bool => !isset($depths[$o])));
                for ($n = \count($below) - 1; $n >= 0; --$n) {
                    $open[] = [$below[$n], $depth + 1, 0 === $n];
                }
            }
        }

        return [$depths, $rows];
    }

    /**
     * @param array<string, LoadLine> $lines by direction
     * @param array<array-key, int> $depths
     * @param array<array-key, int> $rows
     *
     * @return array{path: string, thick: int, class: string, x: int, y: int, text: string, title: string}
     */
    private static function edge(SwitchLink $link, array $lines, array $depths, array $rows): array
    {
        [$left, $right] = [$link->from->switch, $link->to->switch];
        if ($depths[$left] > $depths[$right]) {
            [$left, $right] = [$right, $left];
        }
        $x1 = $depths[$left] * self::STEP + self::WIDE;
        $x2 = $depths[$right] * self::STEP + ($depths[$left] === $depths[$right] ? self::WIDE : 0);
        $y1 = $rows[$left] * self::ROW + intdiv(self::HIGH, 2);
        $y2 = $rows[$right] * self::ROW + intdiv(self::HIGH, 2);
        $middle = intdiv($x1 + $x2, 2);
        $worst = null;
        foreach ($lines as $line) {
            $worst = null === $worst || $line->kbps / max(1, $line->limitKbps) > $worst->kbps / max(1, $worst->limitKbps) ? $line : $worst;
        }
        $thick = 2;
        foreach (self::THICK as $mbps => $width) {
            $thick = ($link->mbps ?? 1000) >= $mbps ? $width : $thick;
        }

        return [
            'path' => \sprintf('M%d %dC%d %d %d %d %d %d', $x1, $y1, $middle, $y1, $middle, $y2, $x2, $y2),
            'thick' => $thick,
            'class' => null === $worst || $worst->fits() ? 'fits' : 'too-much',
            'x' => $x2 - self::BESIDE,
            'y' => $y2 - 8,
            'text' => null === $worst ? '' : \sprintf('%.0f of %.0f', $worst->kbps / 1000, $worst->limitKbps / 1000),
            'title' => $link->name,
        ];
    }
}
