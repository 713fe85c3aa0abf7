<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Job\Job;

/** The numbers of a job in rows of a hundred: taken, free, and meaning something else. */
final readonly class NumberStrip
{
    /** Rows drawn; the others are counted. */
    public const MAX_ROWS = 24;

    /**
     * @param list<array{name: string, cells: list<NumberCell>}> $rows by length and number
     * @param int $more rows that are not there
     */
    private function __construct(public array $rows, public int $more) {}

    /** A row for each hundred in which a number is taken or that a block sets aside. */
    public static function fromJob(Job $job): self
    {
        $blocks = new NumberBlocks($job);
        $heads = [];
        foreach (array_keys($job->extensions) as $number) {
            $heads[self::head((string) $number)] = true;
        }
        foreach ($blocks->all as $block) {
            for ($n = (int) $block->numbers->first; $n <= (int) $block->numbers->last && \count($heads) < 1000; $n += 100 - $n % 100) {
                $heads[self::head(str_pad((string) $n, \strlen($block->numbers->first), '0', \STR_PAD_LEFT))] = true;
            }
        }
        $names = array_map(strval(...), array_keys($heads));
        usort($names, static fn (string $a, string $b): int => [\strlen($a), $a] <=> [\strlen($b), $b]);
        $clashes = new NumberClashes($job);
        $rows = [];
        foreach (\array_slice($names, 0, self::MAX_ROWS) as $head) {
            $rows[] = ['name' => rtrim($head, 'x'), 'cells' => self::cells($job, $blocks, $clashes, $head)];
        }

        return new self($rows, max(0, \count($names) - self::MAX_ROWS));
    }

    /** A number with an x for each of its last two digits. */
    private static function head(string $number): string
    {
        return substr($number, 0, -2).str_repeat('x', min(2, \strlen($number)));
    }

    /** @return list<NumberCell> */
    private static function cells(Job $job, NumberBlocks $blocks, NumberClashes $clashes, string $head): array
    {
        $free = substr_count($head, 'x');
        $cells = [];
        for ($n = 0; $n < 10 ** $free; ++$n) {
            $number = rtrim($head, 'x').str_pad((string) $n, $free, '0', \STR_PAD_LEFT);
            $cells[] = self::cell($job, $blocks, $clashes, $number);
        }

        return $cells;
    }

    private static function cell(Job $job, NumberBlocks $blocks, NumberClashes $clashes, string $number): NumberCell
    {
        $extension = $job->extensions[$number] ?? null;
        $clash = $clashes->ofNumber($number);
        $block = $blocks->blockOf($number);
        $where = null === $block ? '' : ', '.$block->name;

        return match (true) {
            null !== $extension && null !== $clash => new NumberCell($number, 'clash', \sprintf('%s %s', $extension->name, $clash)),
            null !== $extension => new NumberCell($number, 'taken', $extension->name.', '.$extension->kind->label().$where),
            null !== $clash => new NumberCell($number, 'code', $clash),
            null === $block && !$blocks->isEmpty() => new NumberCell($number, 'outside', 'in no block'),
            default => new NumberCell($number, 'free', 'free'.$where),
        };
    }
}
