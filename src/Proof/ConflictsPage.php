<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\Words;

/** Shows pairs that were seen otherwise from one place than from another. */
final readonly class ConflictsPage
{
    private const MAX = 200;

    public function __construct(private Observations $observations, private UrlGeneratorInterface $urls) {}

    public function show(JobContext $context): ConflictsView
    {
        $conflicts = $this->observations->conflicts($context->stored);
        $rows = [];
        foreach (\array_slice($conflicts, 0, self::MAX, true) as $key => $words) {
            [$intent, $pair] = explode(' ', $key, 2);
            [$from, $to] = [...explode('>', $pair, 2), ''];
            $query = ['slug' => $context->stored->getSlug(), 'intent' => $intent, 'pair' => $pair];
            $rows[] = [
                'link' => new Link(
                    \sprintf('%s to %s', $context->job->nameOf($from), $context->job->nameOf($to)),
                    $this->urls->generate('proof', $query).'#intent',
                ),
                'intent' => $context->job->intents[$intent]->name ?? $intent,
                'words' => array_map(static fn (array $word): array => [
                    'span' => VerdictView::fromVerdict($word['span']),
                    'said' => \sprintf(
                        'from %s, %s',
                        self::vantageName($context, $word['vantage']),
                        LocalTime::full($word['at'], $context->stored->getTimezone()),
                    ),
                ], $words),
            ];
        }
        $back = new Link('Proof', $this->urls->generate('proof', ['slug' => $context->stored->getSlug()]), 'p');
        $more = \count($conflicts) - \count($rows);

        return new ConflictsView(
            Words::count(\count($conflicts), 'pair'),
            [$back],
            $rows,
            $more > 0 ? \sprintf('and %d more', $more) : '',
        );
    }

    private static function vantageName(JobContext $context, string $vantage): string
    {
        return SweepRun::ON_SITE === $vantage ? 'this machine' : $context->job->nameOf($vantage);
    }
}
