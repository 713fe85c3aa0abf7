<?php

declare(strict_types=1);

namespace Vorhut\App\Cables;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\Sentence;
use Vorhut\Core\Exchange\CableListPreview;
use Vorhut\Core\Exchange\CableReader;
use Vorhut\Core\Exchange\CableRow;
use Vorhut\Core\Exchange\CableSheet;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Record\InvalidFile;

/** Shows what a cable list would do before it does it. */
final readonly class CableListPage
{
    private const SHOWN = 300;
    private const TOLD = ['changed' => true, 'refused' => true];
    private const WORDS = [
        'changed' => 'changed',
        'same' => 'as planned',
        'left' => 'unchanged',
        'refused' => 'refused',
    ];

    public function __construct(private UrlGeneratorInterface $urls) {}

    public function show(JobContext $context, string $text): CableListView
    {
        $list = new CableListPreview([], new ChangeSet('', []));
        $error = '';
        try {
            $list = '' === trim($text) ? $list : (new CableReader($context->job))->read($text);
        } catch (InvalidFile $e) {
            $error = Sentence::fromError($e->errors[0]);
        }
        $counts = array_count_values(array_map(static fn (CableRow $r): string => $r->does, $list->rows));
        $said = [];
        foreach (array_intersect_key(self::WORDS, $counts) as $does => $word) {
            $said[] = $counts[$does].' '.$word;
        }
        $shown = array_values(array_filter($list->rows, static fn (CableRow $r): bool => isset(self::TOLD[$r->does])));
        $more = \count($shown) - self::SHOWN;

        return new CableListView(
            url: $this->url('cables_list', $context),
            takeUrl: $this->url('cables_list_take', $context),
            csvUrl: $this->url('paper_csv', $context, ['name' => 'cables']),
            columns: implode(', ', array_diff(CableSheet::HEADS, CableSheet::SUMS)),
            text: $text,
            rows: \array_slice($shown, 0, self::SHOWN),
            summary: implode(', ', $said),
            more: $more > 0 ? \sprintf('and %d more', $more) : '',
            error: $error,
            values: $list->change->isEmpty() ? [] : [
                'text' => $text,
                'version' => $context->revision,
                'offer' => $list->change->fingerprint(),
            ],
        );
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
