<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\Sentence;
use Vorhut\Core\Exchange\NumberList;
use Vorhut\Core\Exchange\NumberRow;
use Vorhut\Core\Record\InvalidFile;

/** Shows what a list of numbers would do before it does it. */
final readonly class NumberListPage
{
    private const SHOWN = 300;

    private const WORDS = [
        'new' => 'new',
        'changed' => 'changed',
        'moves' => 'renumbered',
        'renumbers' => 'would renumber',
        'same' => 'as planned',
        'refused' => 'refused',
    ];

    public function __construct(private VoiceLinks $links) {}

    public function show(JobContext $context, string $text, bool $renumbers): NumberListView
    {
        $rows = [];
        $error = '';
        try {
            $rows = '' === trim($text) ? [] : (new NumberList($context->job))->read($text, $renumbers);
        } catch (InvalidFile $e) {
            $error = Sentence::fromError($e->errors[0]);
        }
        $counts = array_count_values(array_map(static fn (NumberRow $r): string => $r->does, $rows));
        $said = [];
        foreach (self::WORDS as $does => $word) {
            $said[] = isset($counts[$does]) ? \sprintf('%d %s', $counts[$does], $word) : '';
        }
        $shown = array_values(array_filter($rows, static fn (NumberRow $r): bool => 'same' !== $r->does));
        $more = \count($shown) - self::SHOWN;
        $change = NumberList::changeSet($rows);

        return new NumberListView(
            url: $this->links->to($context, 'voice_list'),
            csvUrl: $this->links->to($context, 'voice_csv'),
            text: $text,
            renumbers: $renumbers,
            rows: \array_slice($shown, 0, self::SHOWN),
            summary: implode(', ', array_filter($said, static fn (string $s): bool => '' !== $s)),
            more: $more > 0 ? \sprintf('and %d more', $more) : '',
            error: $error,
            values: $change->isEmpty() ? [] : [
                'text' => $text,
                'renumbers' => $renumbers ? '1' : '',
                'version' => $context->revision,
                'offer' => $change->fingerprint(),
            ],
        );
    }
}
