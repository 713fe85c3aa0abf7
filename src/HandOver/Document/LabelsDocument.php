<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Document;

use Vorhut\App\HandOver\Labels;
use Vorhut\App\Papers\Pdf;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\Journal;
use Vorhut\Core\Label\LabelSheet;

/** On the sheet that most printers have; other sheets are printed from the form for labels. */
final readonly class LabelsDocument implements Document
{
    /** Four sheets, as many as fit into little memory. */
    private const IN_A_FILE = 96;

    public function __construct(private Labels $labels, private Pdf $pdf, private Journal $journal) {}

    public function name(): string
    {
        return 'labels';
    }

    public function title(): string
    {
        return 'Device labels, '.LabelSheet::TwentyFour->label();
    }

    public function files(JobContext $context): iterable
    {
        $sheet = LabelSheet::TwentyFour;
        $count = \count($context->job->devices);
        $at = $this->journal->lastAt($context->stored);
        for ($from = 1; $from <= $count; $from += self::IN_A_FILE) {
            $view = $this->labels->view($context, $sheet, $from, self::IN_A_FILE);
            $bytes = $this->pdf->sheet('handover/labels.html.twig', $view, $sheet->paper());

            yield \sprintf('labels/labels-%04d-%04d.pdf', $from, min($count, $from + self::IN_A_FILE - 1)) => Pdf::dated($bytes, $at);
        }
    }
}
