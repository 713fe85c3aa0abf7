<?php

declare(strict_types=1);

namespace Vorhut\App\Frame;

use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Web\View\FindingLine;
use Vorhut\App\Web\View\Next;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Severity;

/** Findings that are drawn on one page of a stop, and which of them is mended first. */
final readonly class ViewFindings
{
    private const MAX = 200;

    public function __construct(private JobReading $reading, private FindingLines $lines) {}

    /** @return list<Finding> */
    public function at(JobContext $context, string $view): array
    {
        return array_values(array_filter(
            $this->reading->digest($context->stored)->findings,
            static fn (Finding $f): bool => $f->view === $view,
        ));
    }

    /** @return list<FindingLine> */
    public function lines(JobContext $context, string $view): array
    {
        return $this->lines->all($context, \array_slice($this->at($context, $view), 0, self::MAX), $view);
    }

    /** What is wrong comes before what wants care, and what a key mends before what does not; null where nothing is. */
    public function next(JobContext $context, string $view): ?Next
    {
        $found = $this->at($context, $view);
        usort($found, static fn (Finding $a, Finding $b): int => self::rank($a) <=> self::rank($b));
        if ([] === $found) {
            return null;
        }
        $line = $this->lines->line($context, $found[0], $view, 't');

        return new Next($line->title, $line->why.' '.$line->advice, $line->take);
    }

    private static function rank(Finding $finding): int
    {
        return (Severity::Error === $finding->severity ? 0 : 2) + (null === $finding->change ? 1 : 0);
    }
}
