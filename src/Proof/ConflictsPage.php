<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\Words;

/** Shows pairs that were seen otherwise from one place than from another. */
final readonly class ConflictsPage
{
    private const MOST = 200;

    public function __construct(private Observations $observations, private UrlGeneratorInterface $urls)
    {
    }

    public function show(JobInHand $hand): ConflictsView
    {
        $conflicts = $this->observations->conflicts($hand->stored);
        $rows = [];
        foreach (\array_slice($conflicts, 0, self::MOST, true) as $key => $words) {
            [$intent, $pair] = explode(' ', $key, 2);
            [$from, $to] = [...explode('>', $pair, 2), ''];
            $query = ['slug' => $hand->stored->getSlug(), 'intent' => $intent, 'pair' => $pair];
            $rows[] = [
                'link' => new Link(
                    \sprintf('%s to %s', $hand->job->nameOf($from), $hand->job->nameOf($to)),
                    $this->urls->generate('proof', $query).'#intent',
                ),
                'intent' => $hand->job->intents[$intent]->name ?? $intent,
                'words' => array_map(static fn (array $word): array => [
                    'span' => SpanView::of($word['span']),
                    'said' => \sprintf(
                        'from %s, %s',
                        self::place($hand, $word['vantage']),
                        LocalTime::full($word['at'], $hand->stored->getTimezone()),
                    ),
                ], $words),
            ];
        }
        $back = new Link('Proof', $this->urls->generate('proof', ['slug' => $hand->stored->getSlug()]), 'p');
        $more = \count($conflicts) - \count($rows);

        return new ConflictsView(
            Words::count(\count($conflicts), 'pair'),
            [$back],
            $rows,
            $more > 0 ? \sprintf('and %d more', $more) : '',
        );
    }

    private static function place(JobInHand $hand, string $vantage): string
    {
        return SweepRun::ON_SITE === $vantage ? 'this machine' : $hand->job->nameOf($vantage);
    }
}
