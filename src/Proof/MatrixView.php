<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Web\Words;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Proof\Axis;
use Vorhut\Core\Proof\Matrix;
use Vorhut\Core\Proof\MatrixCell;

/** Who asks down the side, who is asked across; each cell a span and how many pairs it stands for. */
final readonly class MatrixView
{
    /**
     * @param list<array{text: string, url: string, here: bool}> $axes
     * @param list<string> $columns
     * @param list<array{name: string, cells: list<MatrixCellView|null>}> $rows
     */
    private function __construct(public array $axes, public array $columns, public array $rows) {}

    public static function fromMatrix(Matrix $matrix, ?Cell $open, string $slug, UrlGeneratorInterface $urls): self
    {
        $axes = array_map(static fn (Axis $a): array => [
            'text' => $a->label(),
            'url' => $urls->generate('proof', ['slug' => $slug, 'axis' => $a->value]),
            'here' => $a === $matrix->axis,
        ], Axis::cases());
        $rows = [];
        foreach ($matrix->rows as $row) {
            $cells = [];
            foreach ($matrix->columns as $column) {
                $cell = $matrix->cell($row, $column);
                $at = ['slug' => $slug, 'axis' => $matrix->axis->value, 'row' => $row, 'column' => $column];
                $here = $open?->row === $row && $open->column === $column;
                $cells[] = null === $cell ? null : self::cell(
                    cell: $cell,
                    row: $row,
                    column: $column,
                    url: $urls->generate('proof', $at),
                    here: $here,
                );
            }
            $rows[] = ['name' => $row, 'cells' => $cells];
        }

        return new self($axes, $matrix->columns, $rows);
    }

    private static function cell(MatrixCell $cell, string $row, string $column, string $url, bool $here): MatrixCellView
    {
        $counts = [];
        foreach ($cell->counts as $value => $count) {
            $counts[] = \sprintf('%s: %d', PairVerdict::from($value)->word(), $count);
        }
        $bad = $cell->failing > 0;
        $apart = PairVerdict::Leak === $cell->span || PairVerdict::KeptApart === $cell->span;

        return new MatrixCellView(
            span: VerdictView::fromVerdict($cell->span),
            title: \sprintf('%s to %s: %s', $row, $column, implode(', ', $counts)),
            url: $url,
            here: $here,
            failing: $bad ? Words::short($cell->failing) : '',
            total: Words::short($cell->total),
            word: $apart ? ($bad ? 'not blocked' : 'blocked') : '',
            spoken: $bad ? \sprintf('of %d fail: %s', $cell->total, $cell->span->word()) : $cell->span->word(),
        );
    }
}
