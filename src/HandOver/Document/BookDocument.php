<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Document;

use Vorhut\App\HandOver\Paper\Book;
use Vorhut\App\HandOver\Paper\SheetsView;
use Vorhut\App\Papers\Pdf;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\Journal;
use Vorhut\Core\Job\Device;

/** The hand-over as one PDF; sheets of the units of a large job are files beside it. */
final readonly class BookDocument implements Document
{
    private const BOOK = 'handover/paper/book.html.twig';
    /** Sheets in a file of their own: as many as fit into little memory. */
    private const IN_A_FILE = 50;
    private const SHEETS = 'handover/paper/sheets.html.twig';

    public function __construct(private Book $book, private Pdf $pdf, private Journal $journal) {}

    public function name(): string
    {
        return 'hand-over';
    }

    public function title(): string
    {
        return 'Hand-over with a sheet for each device (PDF)';
    }

    public function files(JobContext $context): iterable
    {
        $view = $this->book->view($context);
        yield 'hand-over.pdf' => Pdf::dated($this->pdf->render(self::BOOK, $view, $view->job), $this->journal->lastAt($context->stored));

        $devices = array_values($context->job->devices);
        if (\count($devices) > Book::MAX_BOUND) {
            foreach (array_chunk($devices, self::IN_A_FILE) as $number => $some) {
                yield $this->fileName($number, \count($some)) => $this->sheets($context, $some);
            }
        }
    }

    private function fileName(int $number, int $count): string
    {
        $before = $number * self::IN_A_FILE;

        return \sprintf('units/units-%04d-%04d.pdf', $before + 1, $before + $count);
    }

    /** @param list<Device> $devices */
    private function sheets(JobContext $context, array $devices): string
    {
        $view = new SheetsView($context->job->info->name, $this->book->sheets($context, $devices));

        return Pdf::dated($this->pdf->render(self::SHEETS, $view, $context->job->info->name), $this->journal->lastAt($context->stored));
    }
}
