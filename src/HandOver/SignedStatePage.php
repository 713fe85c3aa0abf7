<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\SignedState;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Jobs\ShippedProfiles;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\Words;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\Upcasters;
use Vorhut\Core\HandOver\PlanDrift;
use Vorhut\Core\HandOver\ProofDrift;
use Vorhut\Core\HandOver\RecordDrift;
use Vorhut\Core\Intent\Span;

/** Shows a signed state beside the plan of today. */
final readonly class SignedStatePage
{
    private const MOST = 300;

    public function __construct(private HandOvers $handOvers, private Upcasters $upcasters, private UrlGeneratorInterface $urls)
    {
    }

    public function show(JobInHand $hand, SignedState $state): SignedStateView
    {
        $signed = JobFile::read($state->getFile(), ShippedProfiles::load(), $this->upcasters);
        $drift = PlanDrift::between($signed, $hand->job);
        $more = \count($drift) - self::MOST;
        $turned = ProofDrift::between($state->getSeen(), $this->handOvers->seen($hand));

        return new SignedStateView(
            'Signed '.LocalTime::full($state->getAt(), $hand->stored->getTimezone()),
            ([] === $drift ? 'the plan is as it was' : Words::count(\count($drift), 'record').' changed since')
                .([] === $turned ? '' : ', '.Words::count(\count($turned), 'pair').' seen otherwise'),
            [
                new Link('Hand-over', $this->url('hand-over', $hand), 'h'),
                new Link('The file as it was signed', $this->url('signed_file', $hand, ['id' => $state->getId()]), 'f'),
            ],
            [
                ['Taken over by', $state->getTakenBy()],
                ['Signed by', $state->getUser()?->getDisplayName() ?? 'somebody'],
                ['Reservations', '' === $state->getReservations() ? 'none' : $state->getReservations()],
                ['Seen to hold', \sprintf('%d of %d pairs', $state->getProven(), $state->getPairs())],
                ['SHA-256 of the file', $state->getHash()],
            ],
            array_map(fn (RecordDrift $d): array => $this->line($hand, $d), \array_slice($drift, 0, self::MOST)),
            $more > 0 ? \sprintf('and %d more', $more) : '',
            $this->turned($hand, $turned),
            self::open($state),
        );
    }

    /**
     * @param array<string, array{was: Span, is: Span}> $turned
     *
     * @return list<array{title: string, url: string, was: string, is: string}>
     */
    private function turned(JobInHand $hand, array $turned): array
    {
        $lines = [];
        foreach (\array_slice($turned, 0, self::MOST) as $key => ['was' => $was, 'is' => $is]) {
            [$intent, $pair] = explode(' ', $key, 2);
            [$from, $to] = [...explode('>', $pair, 2), ''];
            $name = $hand->job->intents[$intent]->name ?? $intent;
            $lines[] = [
                'title' => \sprintf('%s: %s to %s', $name, $hand->job->nameOf($from), $hand->job->nameOf($to)),
                'url' => $this->url('proof', $hand, ['intent' => $intent]),
                'was' => $was->word(),
                'is' => $is->word(),
            ];
        }

        return $lines;
    }

    /** @return array{title: string, is: string, url: string, fields: list<array{string, string, string}>} */
    private function line(JobInHand $hand, RecordDrift $drift): array
    {
        return [
            'title' => \sprintf('%s %s', ucfirst($drift->one), $drift->name),
            'is' => $drift->is,
            'url' => 'gone' === $drift->is ? '' : $this->url('record', $hand, ['list' => $drift->list, 'id' => $drift->id]),
            'fields' => $drift->fields,
        ];
    }

    /** @return list<array{title: string, detail: string, reason: string}> */
    private static function open(SignedState $state): array
    {
        $text = static fn (mixed $value): string => \is_string($value) ? $value : '';

        return array_map(static fn (array $item): array => [
            'title' => $text($item['title'] ?? ''),
            'detail' => $text($item['detail'] ?? ''),
            'reason' => $text($item['reason'] ?? ''),
        ], $state->getOpen());
    }

    /** @param array<string, string|int> $more */
    private function url(string $route, JobInHand $hand, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $hand->stored->getSlug(), ...$more]);
    }
}
