<?php

declare(strict_types=1);

namespace Vorhut\App\Papers;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\Rights;
use Vorhut\App\Web\Sentence;
use Vorhut\App\Web\View\Link;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Paper\Back\BackList;
use Vorhut\Core\Paper\Back\BackRow;
use Vorhut\Core\Paper\Back\ListReimport;
use Vorhut\Core\Paper\Back\Reimportable;
use Vorhut\Core\Record\InvalidFile;

/** Shows what a list that came back would change. */
final readonly class BackPage
{
    private const SHOWN = 300;

    public function __construct(private Rights $rights, private UrlGeneratorInterface $urls) {}

    public function show(JobContext $context, Reimportable $paper, string $text): BackView
    {
        $list = new BackList([], new ChangeSet('', []));
        $error = '';
        try {
            $list = '' === trim($text) ? $list : (new ListReimport($context->job, $paper))->read($text);
        } catch (InvalidFile $e) {
            $error = Sentence::fromError($e->errors[0]);
        }
        $counts = array_count_values(array_map(static fn (BackRow $r): string => $r->does, $list->rows));
        $told = array_values(array_filter($list->rows, static fn (BackRow $r): bool => BackRow::SAME !== $r->does));
        $more = \count($told) - self::SHOWN;
        $mayTake = $this->rights->allow($context->stored, $list->change);

        return new BackView(
            title: $paper->title(),
            actions: [
                new Link('The list', $this->url('paper', $context, $paper), 'l'),
                new Link('XLSX', $this->url('paper_xlsx', $context, $paper), 'x'),
            ],
            url: $this->url('paper_back', $context, $paper),
            takeUrl: $this->url('paper_take', $context, $paper),
            columns: array_keys($paper->cells()),
            text: $text,
            rows: \array_slice($told, 0, self::SHOWN),
            summary: implode(', ', array_map(static fn (string $does, int $n): string => $n.' '.$does, array_keys($counts), $counts)),
            more: $more > 0 ? \sprintf('and %d more', $more) : '',
            error: $error,
            values: $list->change->isEmpty() || !$mayTake ? [] : [
                'text' => $text,
                'version' => $context->revision,
                'offer' => $list->change->fingerprint(),
            ],
            warning: $mayTake ? '' : 'Some of this may be changed by a lead only.',
        );
    }

    private function url(string $route, JobContext $context, Reimportable $paper): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), 'name' => $paper->name()]);
    }
}
