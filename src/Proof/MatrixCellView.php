<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

/** One cell of the matrix as it is drawn. */
final readonly class MatrixCellView
{
    public function __construct(
        public VerdictView $span,
        public string $title,
        public string $url,
        public bool $here,
        public string $failing,
        public string $total,
        public string $word,
        public string $spoken,
    ) {}
}
